import type { BenchSheet } from '@/core/bench'
import type { Viewport } from '@/core/sheet'
import type { StageComponent, StageContext } from '@/stage'

/** All that a page needs to show a component on the bench. */
export interface BenchModel {
  slug: string
  name: string
  /** Changes whenever a file of the library does. */
  fingerprint: string
  component: StageComponent
  /** The component, and all that its slots may hold here, at any depth. */
  sheets: BenchSheet[]
  /** Components of the library that are not on this bench. */
  others: { slug: string; name: string }[]
  /** What may surround it: values by context, the usual first. */
  contexts: Record<string, string[]>
  /** Declarations of tokens, one for each combination of what they differ by. */
  tokens: StageContext[]
  /** The library's colours, as custom properties. */
  colours: { path: string; property: string }[]
  viewport: Viewport
  events: string[]
}

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
