import type { RuleText } from '@/core/edit'
import { makePlan } from '@/core/plan'
import { ruleSchema } from '@/core/sheet'
import { PageReaders, plainSetup, runComponent } from '../cases'
import type { RunPools } from '../pools'
import type { PreparedComponent, PreparedLibrary } from '../prepare'

/**
 * Judges rules of a component besides those that stand in its sheet, in all of its cases as they are.
 * @returns what does not hold in some case, as `part|reading`
 */
export async function missingOf(
  pools: RunPools,
  prepared: PreparedLibrary,
  { sheet, plan, compiled }: PreparedComponent,
  rules: readonly RuleText[],
  signal: AbortSignal | undefined,
): Promise<Set<string>> {
  const spec = [...sheet.data.spec, ...rules.map((rule) => ruleSchema.parse(rule))]
  const cases = plan.cases.filter(({ judged }) => judged)
  const { library } = prepared
  const missing = new Set<string>()
  const setup = plainSetup(prepared, compiled!, makePlan({ ...sheet, data: { ...sheet.data, spec } }, library, cases))
  await runComponent(new PageReaders(pools, setup, signal), setup, {
    onCase: ({ checks }) => {
      for (const { verdict, part, reading } of checks) if (verdict !== 'holds') missing.add(`${part}|${reading}`)
    },
    ...(signal && { signal }),
  })
  return missing
}
