import { z } from 'zod'
import { kebabName } from './names'

const duration = z.union([
  z.number().min(0),
  z.string().regex(/^\d*\.?\d+(ms|s)$/, 'must be a time such as 250ms or 5s'),
])
const offset = z.tuple([z.number(), z.number()])
const part = z.union([z.string().min(1), z.strictObject({ at: offset })])
const reading = z.union([z.string(), z.number(), z.boolean(), z.array(z.union([z.string(), z.number(), z.boolean()]))])
/** Part → reading → expectation; `events` → name → count or `{ count, detail }`; `now`, `by`, `for`. */
const readings = z.record(z.string(), z.union([reading, z.record(z.string(), z.json())]))
const empty = z.union([z.null(), z.literal(true), z.strictObject({})])

/** One step of a scenario: an input, a change, a wait or an expectation. */
export const stepSchema = z.union([
  z.strictObject({ click: part }),
  z.strictObject({ 'double-click': part }),
  z.strictObject({ tap: part }),
  z.strictObject({ hover: part }),
  z.strictObject({ leave: part }),
  z.strictObject({ focus: z.string().min(1) }),
  z.strictObject({ press: z.string().min(1) }),
  z.strictObject({ type: z.string() }),
  z.strictObject({ drag: z.strictObject({ from: part, to: part.optional(), by: offset.optional() }) }),
  z.strictObject({ scroll: z.union([part, z.strictObject({ on: part.optional(), by: offset })]) }),
  z.strictObject({ set: z.record(kebabName, z.json()) }),
  z.strictObject({ fill: z.record(kebabName, z.json()) }),
  z.strictObject({ context: z.record(kebabName, z.union([z.string(), z.number(), z.boolean()])) }),
  z.strictObject({ wait: duration }),
  z.strictObject({ settle: empty }),
  z.strictObject({ expect: readings }),
  z.strictObject({ eventually: readings }),
  z.strictObject({ throughout: readings }),
  z.literal('settle'),
])

export const scenarioSchema = z.strictObject({
  name: z.string().min(1),
  about: z.string().optional(),
  start: z.record(kebabName, z.json()).optional(),
  steps: z.array(stepSchema).min(1),
})

export type StepFile = z.output<typeof stepSchema>
export type ScenarioFile = z.output<typeof scenarioSchema>

const DURATION = /^(\d*\.?\d+)(ms|s)?$/

/** A time in ms; undefined for what is none. A number is in ms. */
export function readDuration(given: unknown): number | undefined {
  if (typeof given === 'number') return given >= 0 ? given : undefined
  const match = typeof given === 'string' ? DURATION.exec(given.trim()) : null
  return match ? Number(match[1]) * (match[2] === 's' ? 1000 : 1) : undefined
}
