import { unreadCase, type CaseResult, type CheckResult, type PlannedCase } from '@/core/plan'
import { counted } from '@/core/words'
import { EMPTY_INVENTORY, joinInventories, type Inventory } from '@/stage'
import type { ReadingRecorder } from './ReadingRecorder'
import type { InputResult } from '../scenario'
import type { ChunkReading } from './ChunkTask'
import type { Waiting } from './judgeWaiting'
import type { ReadingStore } from './ReadingStore'
import type { RunSetup } from './RunSetup'
import type { StateTrial } from './StateTrial'

/** What was read of some cases of a chunk. */
export interface Read {
  /** Of the chunk. */
  place: number
  cases: readonly PlannedCase[]
  reading: ChunkReading
}

/** All that was read of a component. */
export interface Found {
  /** In the order of the chunks. */
  read: readonly Read[]
  /** What real input has brought about. */
  acted: ReadonlyMap<string, InputResult>
  trial: StateTrial
  store: ReadingStore
}

interface Told {
  onCase(result: CaseResult): void
  readings?: ReadingRecorder | undefined
}

/**
 * Puts together what was read of a component, in the order of its plan, whatever was through first: tells what was noted, gives the survey
 * and the pictures what is theirs, and tells of cases that real input has brought about.
 * @returns what stood in the cases, and cases that are compared with others
 */
export function putTogether(
  setup: RunSetup,
  { read, acted, trial, store }: Found,
  { onCase, readings: recorder }: Told,
  tell: (note: string) => void,
): { inventory: Inventory; waiting: Waiting[] } {
  const { plan, pictures, surveyor } = setup
  const notes = new Map<string, number>()
  const waiting: Waiting[] = []
  let inventory = EMPTY_INVENTORY
  for (const { cases, reading } of read) {
    inventory = joinInventories(inventory, reading.inventory ?? EMPTY_INVENTORY)
    reading.incidents.forEach(tell)
    for (const note of reading.notes) notes.set(note, (notes.get(note) ?? 0) + 1)
    if (reading.survey) surveyor?.join(reading.survey, cases)
    if (reading.pictures) pictures?.join(reading.pictures)
    for (const [at, planned] of cases.entries()) {
      const { readings, checks } = reading.cases[at]!
      if (readings) recorder?.take(plan, planned, readings, reading.judge)
      if (checks.includes('later') && !trial.isReplaced(planned.key))
        waiting.push({ planned, judge: reading.judge, readings: readings!, checks })
    }
  }
  trial.notes().forEach(tell)
  for (const [note, count] of notes) tell(`${note} (${counted(count, 'case')})`)
  for (const planned of plan.cases) {
    const real = acted.get(planned.key)
    if (!real) continue
    if (real.kind === 'unread') {
      if (planned.judged) onCase(unreadCase(plan, planned, real.reason))
      continue
    }
    const { readings, judge, checks } = real
    const readingOf = (request: number) => readings[request]!
    store.remember(planned, readingOf)
    recorder?.take(plan, planned, readings, judge)
    // A survey knows what was forced: that is not so.
    if (surveyor && (surveyor.takesActed || trial.isReplaced(planned.key)))
      surveyor.take(planned, plan.profiles[planned.profile]!.requests, readingOf)
    inventory = joinInventories(inventory, real.inventory)
    if (!planned.judged) continue
    if (checks.includes('later')) waiting.push({ planned, judge, readings, checks })
    else onCase(resultOf(planned, checks))
  }
  return { inventory, waiting }
}

/** @param checks of which none comes later */
export const resultOf = (
  { key, values }: PlannedCase,
  checks: readonly (CheckResult | 'later')[],
  failure?: string,
): CaseResult => ({ key, values, checks: checks as CheckResult[], ...(failure !== undefined && { failure }) })
