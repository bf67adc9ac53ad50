import { z } from 'zod'
import { described } from '../names'

/** Where something may stand in its space, across or down. */
export const SIDES = ['center', 'start', 'end'] as const

const side = z.enum(SIDES)

const bothSchema = z.strictObject({
  x: described(side.default('center'), 'Across.', 'start'),
  y: described(side.default('center'), 'Down.', 'end'),
})

/** Where a component stands in its space: one word for both directions, or one for each. */
export const placeSchema = z
  .union([side, bothSchema])
  .transform((given) => (typeof given === 'string' ? { x: given, y: given } : given))
