import { z } from 'zod'
import { described, valueName } from '../names'
import { reachSchema, type Reach } from './reaches'

const reaches = z
  .union([reachSchema, z.array(reachSchema), z.null().transform(() => ({}) as Reach)])
  .transform((given) => (Array.isArray(given) ? given : [given]))

const longAxis = z.strictObject({
  of: described(
    z.enum(['variant', 'size', 'state']).optional(),
    'What sort of axis it is; a size where it is called so, else a variant.',
    'state',
  ),
  default: described(valueName.optional(), 'The value that stands where nothing is said; else the first.', 'off'),
  values: described(
    z.union([z.array(valueName).min(1), z.record(valueName, reaches)]),
    'Its values: a list for the prop of its name, or each with how it is reached.',
    { off: {}, on: { props: { checked: true } } },
  ),
})

/** An axis: `flag`, a list of values that go to the prop of its name, or the long form. */
export const axisSchema = z.union([z.literal('flag'), z.array(valueName).min(1), longAxis])

export type AxisFile = z.output<typeof axisSchema>
