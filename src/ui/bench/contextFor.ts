import type { BenchModel } from '@/contract'
import type { StageContext } from '@/stage'

/** What surrounds the component when these values are chosen. */
export function contextFor(
  { contexts, tokens, colours }: BenchModel,
  chosen: Readonly<Record<string, unknown>>,
): StageContext {
  const values = Object.fromEntries(
    Object.entries(contexts).map(([name, [usual = '']]) => [name, String(chosen[`@${name}`] ?? usual)]),
  )
  const fitting = tokens.find((each) => Object.entries(each.values).every(([name, value]) => values[name] === value))
  const ground = colours.find(({ path }) => path === chosen['@ground'])
  return {
    values: { ...values, ...(ground && { ground: `var(${ground.property})` }) },
    properties: fitting?.properties ?? tokens[0]?.properties ?? [],
  }
}
