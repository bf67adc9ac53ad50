import type { Browser } from 'puppeteer-core'
import { unreadCase, type CaseResult, type Elsewhere, type Plan, type PlannedCase } from '@/core/plan'
import { stepsToReach } from '@/core/scenario'
import { EMPTY_CENSUS, joinCensus, type Census } from '@/stage'
import { Looker } from './Look'
import { withOrigins } from './evidence'
import { CannotStart, Player } from './Player'
import type { PlaySetup } from './PlaySetup'
import { PlayLane, usualClock } from './runScenarios'

export interface StepCaseOptions {
  /** Readings of cases that others are compared with. */
  elsewhere: Elsewhere
  lanes?: number
  signal?: AbortSignal
}

/**
 * Brings cases about that are reached by steps, each in a document of its own, and reads and judges them.
 * @returns what stood in them, for lints
 */
export async function runStepCases(
  browser: () => Promise<Browser>,
  setup: PlaySetup,
  plan: Plan,
  cases: readonly PlannedCase[],
  { elsewhere, lanes = 2, signal }: StepCaseOptions,
  onCase: (result: CaseResult) => void,
): Promise<Census> {
  const queue = [...cases]
  let census = EMPTY_CENSUS
  const count = (more: Census) => (census = joinCensus(census, more))
  const work = async () => {
    const lane = new PlayLane(browser, usualClock())
    try {
      for (let one = queue.shift(); one && !signal?.aborted; one = queue.shift())
        onCase(await runStepCase(lane, setup, plan, one, elsewhere, count))
    } finally {
      await lane.close()
    }
  }
  await Promise.all(Array.from({ length: Math.min(lanes, cases.length) }, work))
  return census
}

async function runStepCase(
  lane: PlayLane,
  setup: PlaySetup,
  plan: Plan,
  one: PlannedCase,
  elsewhere: Elsewhere,
  count: (census: Census) => void,
): Promise<CaseResult> {
  const { steps, issues } = stepsToReach(setup.sheet, setup.library, one.settings)
  const problem = issues[0]?.message ?? one.settings.problem
  if (problem !== undefined) return unreadCase(plan, one, problem)
  try {
    const page = await lane.open(setup)
    return await lane.within(async () => {
      await Player.start(page, setup, one, steps)
      const { parts } = setup.component
      const look = { parts, space: plan.space, tokens: setup.tokens, tolerance: setup.library.data.tolerance }
      const checks = await new Looker(page, look, one, plan.profiles, elsewhere).look(one.profile)
      count(await page.call('census'))
      return { key: one.key, values: one.values, checks: await withOrigins(page, setup, checks) }
    })
  } catch (error) {
    if (!(error instanceof CannotStart)) await lane.close()
    return unreadCase(plan, one, (error as Error).message)
  }
}
