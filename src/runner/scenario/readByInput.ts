import type { CheckResult, Elsewhere, JudgeNotes, Measured, Plan, PlannedCase } from '@/core/plan'
import { stepsToReach } from '@/core/scenario'
import type { Inventory } from '@/stage'
import type { WindowPicture } from '../pictures'
import { StepJudge } from './StepJudge'
import { Performer } from './Performer'
import type { PlayLane } from './PlayLane'
import type { PlaySetup } from '../PlaySetup'
import { windowPicture } from './windowPicture'

/** What came of a case that was brought about by real input. Plain data. */
export type InputResult =
  | { kind: 'unread'; reason: string }
  | {
      kind: 'read'
      judge: JudgeNotes
      readings: readonly Measured[]
      /** `later`: compared with a case that had not been read yet. */
      checks: (CheckResult | 'later')[]
      inventory: Inventory
      /** All that the case shows in its nodes. */
      trace: string
      picture?: WindowPicture
    }

export interface InputCaseOptions {
  /** Readings of cases that others are compared with. */
  elsewhere: Elsewhere
  /** A picture is taken of it. */
  isPictured?: boolean
}

/** Brings a case about as a person would, by real pointer and keys, in a document of its own, and reads and judges it. */
export async function readByInput(
  lane: PlayLane,
  setup: PlaySetup,
  plan: Plan,
  planned: PlannedCase,
  { elsewhere, isPictured }: InputCaseOptions,
): Promise<InputResult> {
  const unread = (reason: string): InputResult => ({ kind: 'unread', reason })
  const { steps, issues } = stepsToReach(setup.sheet, setup.library, planned.settings)
  const problem = issues[0]?.message ?? planned.settings.problem
  if (problem !== undefined) return unread(problem)
  try {
    return await lane.steadily(setup, async (page) => {
      await Performer.start(page, setup, planned, steps)
      const judge = new StepJudge(page, { ...setup, space: plan.space }, planned, plan.profiles, elsewhere)
      const { checks, readings, judge: own } = await judge.lookFully(planned.profile)
      const looked = {
        checks,
        readings: plan.profiles[planned.profile]!.requests.map((_, request) => readings(request)),
        judge: own.notes(),
      }
      const inventory = await page.call('inventory')
      const trace = await page.call('traceOf')
      const picture = isPictured ? await windowPicture(page) : undefined
      return { kind: 'read', ...looked, inventory, trace, ...(picture && { picture }) }
    })
  } catch (error) {
    return unread((error as Error).message)
  }
}
