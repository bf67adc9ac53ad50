import { groupBy } from '@/core/group'
import { comparedKeys, type CaseResult, type CheckResult } from '@/core/plan'
import { decidingProperties } from '@/core/readings'
import type { ChunkTask } from './ChunkTask'
import type { ComponentReaders } from './ComponentReaders'
import { divide } from './divide'
import { ReadingFailed } from './Fault'
import { resultOf } from './putTogether'
import type { ReadingStore } from './ReadingStore'
import type { RunSetup } from './RunSetup'

/**
 * Reads cases once more whose misses have no line, since they were known only when the cases did not stand any more; now with what was
 * read of the cases that they are compared with.
 * @param isActed whether real input has brought a case about: it is not brought about again
 * @returns the results with their lines, by case, as far as they could be read again
 */
export async function lookAgain(
  readers: ComponentReaders,
  setup: RunSetup,
  isIsolated: boolean,
  judged: readonly CaseResult[],
  store: ReadingStore,
  isActed: (key: string) => boolean,
): Promise<Map<string, CaseResult>> {
  const found = new Map<string, CaseResult>()
  const { plan, contexts } = setup
  const unplaced = new Set(judged.filter(({ key, checks }) => !isActed(key) && checks.some(isUnplaced)).map(keyOf))
  if (unplaced.size === 0) return found
  const groups = groupBy(
    plan.cases.filter(({ key }) => unplaced.has(key)),
    ({ values }) => contexts.map((name) => values[name]).join('|'),
  )
  const lane = readers.lane(isIsolated)
  try {
    for (const chunk of [...groups.values()].flatMap((cases) => divide(setup, cases, isIsolated))) {
      const task: ChunkTask = {
        ...{
          ...chunk,
          isIsolated,
          watchesSideEffects: false,
          isHeldToPlain: false,
          isCompared: false,
          samples: [],
          keepsReadings: false,
        },
        ...{ declared: [], isSecondLook: true },
        compared: store.of(chunk.cases.flatMap((planned) => comparedKeys(plan, planned))),
      }
      const { cases } = await lane.read(task)
      for (const [at, planned] of chunk.cases.entries()) {
        const { checks, failure } = cases[at]!
        if (failure === undefined && !checks.includes('later')) found.set(planned.key, resultOf(planned, checks))
      }
    }
  } catch (error) {
    // What is known of them counts, if without lines.
    if (!(error instanceof ReadingFailed)) throw error
  } finally {
    await lane.end()
  }
  return found
}

const keyOf = ({ key }: { key: string }) => key

const isUnplaced = ({ verdict, origin, reading }: CheckResult) =>
  verdict === 'misses' && origin === undefined && decidingProperties(reading).length > 0
