import { z } from 'zod'
import { kebabName, oneOrMore, valueName } from '../names'
import { slotValueSchema } from './propSchema'
import { stepSchema } from '../steps'

const attributeValue = z.union([z.string(), z.number(), z.boolean(), z.null()])

/** How a value of an axis is brought about. Every key given is done; `on` names the part it is done to. */
export const reachSchema = z.strictObject({
  props: z.record(kebabName, z.json()).optional(),
  slots: z.record(kebabName, slotValueSchema).optional(),
  attr: z.record(z.string().regex(/^[^\s"'<>/=]+$/, 'must be an attribute name'), attributeValue).optional(),
  property: z.record(z.string().min(1), z.json()).optional(),
  class: oneOrMore(z.string().regex(/^\S+$/, 'must be one class name')).optional(),
  pseudo: oneOrMore(z.string().regex(/^[a-z-]+$/, 'must be the name of a pseudo-class, without colons')).optional(),
  steps: z.array(stepSchema).optional(),
  on: z.string().optional(),
})

export type Reach = z.output<typeof reachSchema>

const reaches = z
  .union([reachSchema, z.array(reachSchema), z.null().transform(() => ({}) as Reach)])
  .transform((given) => (Array.isArray(given) ? given : [given]))

const longAxis = z.strictObject({
  of: z.enum(['variant', 'size', 'state']).optional(),
  default: valueName.optional(),
  values: z.union([z.array(valueName).min(1), z.record(valueName, reaches)]),
})

/** An axis: `flag`, a list of values that go to the prop of its name, or the long form. */
export const axisSchema = z.union([z.literal('flag'), z.array(valueName).min(1), longAxis])

export type AxisFile = z.output<typeof axisSchema>
