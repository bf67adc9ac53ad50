import type { PlannedCase } from '@/core/plan'
import { hasCode } from '@/stage'
import type { RunSetup } from './RunSetup'

/** Cases of one context that are mounted together. */
export interface Chunk {
  cases: readonly PlannedCase[]
  /** Of the library's contexts. */
  values: Readonly<Record<string, string>>
}

// As many as stand in one document before laying it out costs more than opening another.
export const CASES_PER_CHUNK = 500
// Fewer where a component brings code: what is done in one go is then done in well under the time after which it is taken to hang.
const SCRIPTED_CASES_PER_CHUNK = 100
export const DOCUMENTS_PER_CHUNK = 24

const isForced = ({ settings }: PlannedCase) => settings.forced.length > 0

/** How many of a chunk's cases have states that are forced: they come first. */
export const forcedAmong = (cases: readonly PlannedCase[]): number => cases.filter(isForced).length

/** The order in which a chunk is mounted: those whose states are forced come first, since only their nodes must be known. */
const mountOrder = (cases: readonly PlannedCase[]): PlannedCase[] => [
  ...cases.filter(isForced),
  ...cases.filter((planned) => !isForced(planned)),
]

/** Divides cases of one context into chunks. */
export function divide(
  { component, contexts }: Pick<RunSetup, 'component' | 'contexts'>,
  cases: readonly PlannedCase[],
  isIsolated: boolean,
): Chunk[] {
  const { values } = cases[0]!
  const own = Object.fromEntries(contexts.map((name) => [name, values[name]!]))
  const size = isIsolated ? DOCUMENTS_PER_CHUNK : hasCode(component) ? SCRIPTED_CASES_PER_CHUNK : CASES_PER_CHUNK
  return Array.from({ length: Math.ceil(cases.length / size) }, (_, at) => ({
    cases: mountOrder(cases.slice(at * size, (at + 1) * size)),
    values: own,
  }))
}
