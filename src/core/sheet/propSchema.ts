import { z } from 'zod'
import { kebabName, oneOrMore } from '../names'

const scalar = z.union([z.string(), z.number(), z.boolean()])

const common = {
  about: z.string().optional(),
  /** The prop has an effect only while these props have these values. */
  'only-if': z.record(kebabName, oneOrMore(scalar)).optional(),
}

/** An input of the component. */
export const propSchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('flag'), default: z.boolean().optional(), ...common }),
  z.strictObject({
    type: z.literal('text'),
    default: z.string().optional(),
    'max-length': z.number().int().positive().optional(),
    ...common,
  }),
  z.strictObject({
    type: z.literal('number'),
    default: z.number().optional(),
    min: z.number().optional(),
    max: z.number().optional(),
    step: z.number().positive().optional(),
    unit: z.string().optional(),
    ...common,
  }),
  z.strictObject({ type: z.literal('choice'), values: z.array(scalar).min(1), default: scalar.optional(), ...common }),
  z.strictObject({ type: z.literal('colour'), default: z.string().optional(), ...common }),
  z.strictObject({
    type: z.literal('data'),
    default: z.json().optional(),
    schema: z.record(z.string(), z.json()).optional(),
    ...common,
  }),
])

export type Prop = z.output<typeof propSchema>

/** What fills a slot: `none`, a component's slug, text, or a component with its own settings. */
export type SlotValue =
  | string
  | { text: string }
  | {
      component: string
      axes?: Record<string, string>
      props?: Record<string, unknown>
      slots?: Record<string, SlotValue>
    }

export const slotValueSchema: z.ZodType<SlotValue> = z.lazy(() =>
  z.union([
    z.string(),
    z.strictObject({ text: z.string() }),
    z.strictObject({
      component: kebabName,
      axes: z.record(kebabName, z.union([z.string(), z.number(), z.boolean()]).transform(String)).optional(),
      props: z.record(kebabName, z.json()).optional(),
      slots: z.record(kebabName, slotValueSchema).optional(),
    }),
  ]),
) as z.ZodType<SlotValue>

export const slotSchema = z.strictObject({
  /** An empty list, with `text: true`, takes words only. */
  accepts: z.union([z.literal('any'), oneOrMore(kebabName), z.array(kebabName).length(0)]).default('any'),
  text: z.boolean().default(false),
  default: slotValueSchema.default('none'),
  about: z.string().optional(),
})

export type Slot = z.output<typeof slotSchema>
