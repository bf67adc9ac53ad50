import type { BenchModel } from '@/contract'
import type { StageContext } from '@/stage'

/** What surrounds the component when these values are chosen. */
export function contextFor(
  { contexts, tokens, colours }: BenchModel,
  chosen: Readonly<Record<string, unknown>>,
): StageContext {
  const values = Object.fromEntries(
    Object.entries(contexts).map(([name, [defaultValue = '']]) => [name, String(chosen[`@${name}`] ?? defaultValue)]),
  )
  const fitting = tokens.find((each) => Object.entries(each.values).every(([name, value]) => values[name] === value))
  const ground = colours.find(({ path }) => path === chosen['@ground'])
  return {
    values: { ...values, ...(ground && { ground: `var(${ground.property})` }) },
    properties: fitting?.properties ?? tokens[0]?.properties ?? [],
  }
}
