import { z } from 'zod'
import { described, jsonValue, kebabName, oneOrMore } from '../names'

const scalar = z.union([z.string(), z.number(), z.boolean()])

const common = {
  about: described(z.string().optional(), 'One sentence about it.', 'Text beside the box.'),
  'only-if': described(
    z.record(kebabName, oneOrMore(scalar)).optional(),
    'It has an effect only while these props have these values.',
    { error: true },
  ),
}

const withDefault = <S extends z.ZodType>(schema: S, example: unknown) =>
  described(schema.optional(), 'Its value where nothing is given.', example)

/** An input of the component. */
export const propSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: described(z.literal('flag'), 'Yes or no.', 'flag'),
    default: withDefault(z.boolean(), false),
    ...common,
  }),
  z.strictObject({
    type: described(z.literal('text'), 'Words.', 'text'),
    default: withDefault(z.string(), 'Lower bunk'),
    'max-length': described(z.number().int().positive().optional(), 'The most characters.', 80),
    ...common,
  }),
  z.strictObject({
    type: described(z.literal('number'), 'A number.', 'number'),
    default: withDefault(z.number(), 2),
    min: described(z.number().optional(), 'The least.', 1),
    max: described(z.number().optional(), 'The greatest.', 12),
    step: described(z.number().positive().optional(), 'What its control goes by.', 1),
    unit: described(z.string().optional(), 'What its control shows beside it.', 'beds'),
    ...common,
  }),
  z.strictObject({
    type: described(z.literal('choice'), 'One of several values.', 'choice'),
    values: described(z.array(scalar).min(1), 'The values.', ['calm', 'loud']),
    default: withDefault(scalar, 'calm'),
    ...common,
  }),
  z.strictObject({
    type: described(z.literal('colour'), 'A CSS colour.', 'colour'),
    default: withDefault(z.string(), '#1e6049'),
    ...common,
  }),
  z.strictObject({
    type: described(z.literal('data'), 'Any value that YAML can write.', 'data'),
    default: withDefault(jsonValue, ['Mon', 'Tue']),
    schema: described(
      z.record(z.string(), jsonValue).optional(),
      'A JSON Schema that it must fit; its control is made from it.',
      { type: 'array', items: { type: 'string' } },
    ),
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

export const slotValueSchema: z.ZodType<SlotValue> = z
  .lazy(() =>
    z.union([
      z.string(),
      z.strictObject({ text: described(z.string(), 'Text, where it could be taken for a component.', 'Saved') }),
      z.strictObject({
        component: described(kebabName, 'A component.', 'hut-icon'),
        axes: described(
          z.record(kebabName, z.union([z.string(), z.number(), z.boolean()]).transform(String)).optional(),
          'Values of its axes.',
          { size: 'large' },
        ),
        props: described(z.record(kebabName, jsonValue).optional(), 'Its props, over those of its axes.', {
          name: 'bunk',
        }),
        slots: described(z.record(kebabName, slotValueSchema).optional(), 'What fills its own slots.', {
          leading: 'none',
        }),
      }),
    ]),
  )
  .meta({ id: 'SlotValue' }) as z.ZodType<SlotValue>

export const slotSchema = z.strictObject({
  accepts: described(
    z.union([z.literal('any'), oneOrMore(kebabName), z.array(kebabName).length(0)]).default('any'),
    'The components that it takes; an empty list, with `text: true`, takes words only.',
    ['hut-icon', 'avatar'],
  ),
  text: described(z.boolean().default(false), 'Whether it takes plain text.', true),
  default: described(
    slotValueSchema.default('none'),
    'What fills it where nothing else does: `none`, a component, text, or a component with its own settings.',
    'hut-icon',
  ),
  about: described(z.string().optional(), 'One sentence about it.', 'Before the label.'),
})

export type Slot = z.output<typeof slotSchema>
