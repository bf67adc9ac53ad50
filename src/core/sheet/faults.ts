import type { Problem } from '../problem'
import { SHEET_SUFFIX, slugOf } from './readSheet'

/** Problems of a library, apart: those of one component each, by its slug, and those of what all share. */
export interface Faults {
  components: ReadonlyMap<string, readonly Problem[]>
  shared: readonly Problem[]
}

/** Which component each problem of `readLibrary` is of: what is wrong with one must not stop the others. */
export function faultsOf(problems: readonly Problem[]): Faults {
  const components = new Map<string, Problem[]>()
  const shared: Problem[] = []
  for (const problem of problems) {
    if (!problem.file.endsWith(SHEET_SUFFIX)) {
      shared.push(problem)
      continue
    }
    const slug = slugOf(problem.file)
    components.set(slug, [...(components.get(slug) ?? []), problem])
  }
  return { components, shared }
}
