import { z } from 'zod'
import type { BenchSheet } from '@/core/bench'
import type { Space } from '@/core/matrix'
import type { Reachable } from '@/core/plan'
import type { Viewport } from '@/core/sheet'
import type { StageComponent, StageContext } from '@/stage'
import { defineRoute, made } from './defineRoute'
import { COMPONENT } from './paths'

/** The library's colours, as custom properties. */
const coloursSchema = z.array(z.object({ path: z.string(), property: z.string() }))

/** All that the browser needs to show a component's cases live. */
export const boardModelSchema = z.object({
  slug: z.string(),
  name: z.string(),
  about: z.string(),
  /** Changes whenever a file of the library does. */
  fingerprint: z.string(),
  component: made<StageComponent>(),
  reachable: made<Reachable>(),
  /** The components that its slots may hold, and theirs. */
  nested: z.array(made<Reachable>()),
  space: made<Space>(),
  /** How many cases a run takes. */
  cases: z.number(),
  /** Keys of the cases that a run takes, where it does not take all. */
  chosen: z.array(z.string()).optional(),
  /** Whether the component may turn out to need documents of its own. */
  canForceIsolation: z.boolean(),
  viewport: made<Viewport>(),
  contexts: z.array(made<StageContext>()),
  colours: coloursSchema,
  sheetFile: z.string(),
})
export type BoardModel = z.output<typeof boardModelSchema>

/** All that a page needs to show a component on the bench. */
export const benchModelSchema = z.object({
  slug: z.string(),
  name: z.string(),
  /** Changes whenever a file of the library does. */
  fingerprint: z.string(),
  component: made<StageComponent>(),
  /** The component, and all that its slots may hold here, at any depth. */
  sheets: z.array(made<BenchSheet>()),
  /** Components of the library that are not on this bench. */
  others: z.array(z.object({ slug: z.string(), name: z.string() })),
  /** What may surround it: values by context, the default first. */
  contexts: z.record(z.string(), z.array(z.string())),
  /** Declarations of tokens, one for each combination of what they differ by. */
  tokens: z.array(made<StageContext>()),
  colours: coloursSchema,
  /** Paths of the tokens that the component's own styles use. */
  styledBy: z.array(z.string()),
  viewport: made<Viewport>(),
  events: z.array(z.string()),
})
export type BenchModel = z.output<typeof benchModelSchema>

export const board = defineRoute({ method: 'GET', path: `${COMPONENT}/board`, answer: boardModelSchema })

export const bench = defineRoute({
  method: 'GET',
  path: `${COMPONENT}/bench`,
  /** Further components on it, with commas between them. */
  query: z.object({ with: z.string().optional() }),
  answer: benchModelSchema,
})
