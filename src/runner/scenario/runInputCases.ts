import {
  unreadCase,
  type CaseResult,
  type CheckResult,
  type ContextJudge,
  type Elsewhere,
  type Plan,
  type PlannedCase,
  type Readings,
} from '@/core/plan'
import { stepsToReach } from '@/core/scenario'
import type { Inventory } from '@/stage'
import type { WindowPicture } from '../pictures'
import { StepJudge } from './StepJudge'
import { Performer } from './Performer'
import type { PlayLane } from './PlayLane'
import type { PlayPool } from './PlayPool'
import type { PlaySetup } from '../PlaySetup'
import { windowPicture } from './windowPicture'

/** What came of a case that was brought about by real input. */
export type InputResult =
  | { kind: 'unread'; planned: PlannedCase; result: CaseResult }
  | {
      kind: 'read'
      planned: PlannedCase
      judge: ContextJudge
      readings: Readings
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
  signal?: AbortSignal
  /** Of which cases a picture is taken. */
  isPictured?(planned: PlannedCase): boolean
}

/**
 * Brings cases about as a person would, by real pointer and keys, each in a document of its own, and reads and judges them.
 * @param onRead called with each as it is known, in any order
 */
export async function runInputCases(
  pool: PlayPool,
  setup: PlaySetup,
  plan: Plan,
  cases: readonly PlannedCase[],
  options: InputCaseOptions,
  onRead: (result: InputResult) => void,
): Promise<void> {
  await Promise.all(
    cases.map((planned) =>
      pool.use(async (lane) => {
        if (!options.signal?.aborted) onRead(await readByInput(lane, setup, plan, planned, options))
      }),
    ),
  )
}

async function readByInput(
  lane: PlayLane,
  setup: PlaySetup,
  plan: Plan,
  planned: PlannedCase,
  { elsewhere, isPictured }: InputCaseOptions,
): Promise<InputResult> {
  const unread = (reason: string): InputResult => ({
    kind: 'unread',
    planned,
    result: unreadCase(plan, planned, reason),
  })
  const { steps, issues } = stepsToReach(setup.sheet, setup.library, planned.settings)
  const problem = issues[0]?.message ?? planned.settings.problem
  if (problem !== undefined) return unread(problem)
  try {
    return await lane.steadily(setup, async (page) => {
      await Performer.start(page, setup, planned, steps)
      const judge = new StepJudge(page, { ...setup, space: plan.space }, planned, plan.profiles, elsewhere)
      const looked = await judge.lookFully(planned.profile)
      const inventory = await page.call('inventory')
      const trace = await page.call('traceOf')
      const picture = isPictured?.(planned) ? await windowPicture(page) : undefined
      return { kind: 'read', planned, ...looked, inventory, trace, ...(picture && { picture }) }
    })
  } catch (error) {
    return unread((error as Error).message)
  }
}
