import { z } from 'zod'
import { contextValue, described, kebabName, oneOrMore } from '../names'

/** What a rule asks of one axis or context: one value, some values, or all but some. */
const condition = z.union([
  oneOrMore(contextValue),
  z.strictObject({ not: described(oneOrMore(contextValue), 'All values but these.', 'disabled') }),
])

export const whenSchema = z.record(kebabName, condition)

/** As written: a text, YAML's own number or truth, or a list that must all hold. */
export const expectationSource = z.union([
  z.string(),
  z.number(),
  z.boolean(),
  z.array(z.union([z.string(), z.number(), z.boolean()])).min(1),
])

export type ExpectationSource = z.output<typeof expectationSource>

const partReference = z.string().regex(/^[a-z][a-z0-9-]*(\[(\d+|\*)\])?$/, 'must be a part, optionally with [2] or [*]')

/** Expectations of parts: part → reading → expectation. */
export const expectSchema = z.record(partReference, z.record(z.string().min(1), expectationSource))

export const ruleSchema = z.strictObject({
  when: described(
    whenSchema.optional(),
    'Axes and contexts with a value, several, or all but some: `{ not: … }`. Without it, every case.',
    { value: ['on', 'mixed'], interaction: { not: 'disabled' } },
  ),
  expect: described(expectSchema, 'Parts with their readings, and what is expected of each.', {
    box: { width: '22px' },
  }),
  note: described(z.string().optional(), 'Why.', 'Designers’ decision of May'),
})

export type RuleFile = z.output<typeof ruleSchema>
export type Condition = z.output<typeof condition>
