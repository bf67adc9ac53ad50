import { groupBy } from '@/core/group'
import { divide, type Chunk, type RunSetup } from '../cases'

/** A chunk whose cases are broken by some of the breaks. */
export interface Job {
  chunk: Chunk
  /** Of the chunk. */
  place: number
  part: number
  parts: number
}

/** Divides the breaks of a component's cases, but for those that steps bring about. @param lanes pages that are worked in at a time */
export function divideBreaks(setup: RunSetup, lanes: number, isIsolated: boolean): Job[] {
  const groups = groupBy(
    setup.plan.cases.filter(({ settings }) => settings.steps.length === 0),
    ({ values }) => setup.contexts.map((name) => values[name]).join('|'),
  )
  const chunks = [...groups.values()].flatMap((cases) => divide(setup, cases, isIsolated))
  // Where there are fewer chunks than pages, some break the same cases, each by other breaks.
  const parts = Math.max(1, Math.floor(lanes / Math.max(1, chunks.length)))
  return chunks.flatMap((chunk, place) => Array.from({ length: parts }, (_, part) => ({ chunk, place, part, parts })))
}
