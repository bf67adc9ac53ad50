import type { FileTree } from '@/core/sheet'
import type { ScenarioResult } from '@/core/scenario'
import { prepareLibrary, runScenarios, scenarioJobs, type PoolOptions, type ScenarioOptions } from '@/runner'
import { playPool } from './browsers'

/** Performs the scenarios of a library's components; gives back what came of each, by name. */
export async function playTree(
  tree: FileTree,
  options: ScenarioOptions & PoolOptions & { components?: readonly string[]; only?: readonly string[] } = {},
): Promise<Map<string, ScenarioResult>> {
  const { components, only, repeat, signal, ...rest } = options
  const { library, tokens, components: prepared } = await prepareLibrary(tree, components ? { components } : {})
  const jobs = prepared
    .flatMap(({ sheet, compiled }) =>
      compiled ? scenarioJobs({ sheet, library, tokens, ...compiled, viewport: library.data.viewport }) : [],
    )
    .filter(({ plan }) => !only || only.includes(plan.scenario.name))
  const results = new Map<string, ScenarioResult>()
  await runScenarios(
    playPool(rest),
    jobs,
    { ...(repeat !== undefined && { repeat }), ...(signal && { signal }) },
    ({ plan }, result) => void results.set(plan.scenario.name, result),
  )
  return results
}

/** `12 hover trigger: misses, tip is …` of every step that did not simply hold. */
export const troublesOf = ({ performance }: ScenarioResult): string[] =>
  performance.steps
    .filter(({ verdict, message }) => verdict === 'misses' || verdict === 'unread' || message !== '')
    .map(({ step, verdict, message }) => `${step}: ${verdict}${message ? `, ${message}` : ''}`)
