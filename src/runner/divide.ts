import { ContextJudge, type PlannedCase } from '@/core/plan'
import { hasCode, type StageContext } from '@/stage'
import { mountOrder } from './chunk'
import type { RunSetup } from './RunSetup'
import { stageContext } from './stageContext'

/** Cases of one context that are mounted together. */
export interface Chunk {
  cases: readonly PlannedCase[]
  context: StageContext
  judge: ContextJudge
}

// As many as stand in one document before laying it out costs more than opening another.
export const CASES_PER_CHUNK = 500
// Fewer where a component brings code: what is done in one go is then done in well under the time after which it is taken to hang.
const SCRIPTED_CASES_PER_CHUNK = 100
export const DOCUMENTS_PER_CHUNK = 24

/** Divides cases of one context into chunks. */
export function divide(
  { plan, tokens, tolerance, component, contexts }: RunSetup,
  cases: readonly PlannedCase[],
  isIsolated: boolean,
): Chunk[] {
  const { values } = cases[0]!
  const context = stageContext(tokens, Object.fromEntries(contexts.map((name) => [name, values[name]!])))
  const size = isIsolated ? DOCUMENTS_PER_CHUNK : hasCode(component) ? SCRIPTED_CASES_PER_CHUNK : CASES_PER_CHUNK
  // Judges are not shared between chunks: lanes work at the same time.
  return Array.from({ length: Math.ceil(cases.length / size) }, (_, at) => ({
    cases: mountOrder(cases.slice(at * size, (at + 1) * size)),
    context,
    judge: new ContextJudge(plan, tokens, tolerance),
  }))
}
