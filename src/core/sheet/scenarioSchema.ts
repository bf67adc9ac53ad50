import { z } from 'zod'
import { kebabName } from './names'

const duration = z.union([z.number(), z.string().regex(/^\d*\.?\d+(ms|s)$/, 'must be a time such as 250ms or 5s')])
const part = z.union([z.string(), z.strictObject({ at: z.tuple([z.number(), z.number()]) })])
const reading = z.union([z.string(), z.number(), z.boolean(), z.array(z.union([z.string(), z.number(), z.boolean()]))])
const readings = z.record(z.string(), z.union([reading, z.record(z.string(), z.json())]))
const empty = z.union([z.null(), z.literal(true), z.strictObject({})])

/** One step of a scenario: an input, a change, a wait or an expectation. */
export const stepSchema = z.union([
  z.strictObject({ click: part }),
  z.strictObject({ 'double-click': part }),
  z.strictObject({ tap: part }),
  z.strictObject({ hover: part }),
  z.strictObject({ leave: part }),
  z.strictObject({ focus: z.string() }),
  z.strictObject({ press: z.string() }),
  z.strictObject({ type: z.string() }),
  z.strictObject({
    drag: z.strictObject({ from: part, to: part.optional(), by: z.tuple([z.number(), z.number()]).optional() }),
  }),
  z.strictObject({ scroll: z.json() }),
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
