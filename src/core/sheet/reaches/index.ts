import { z } from 'zod'
import { described } from '../../names'
import type { ReachDefinition, ReachMeans } from './defineReach'
import { REACH_LIST } from './list'

export type { ReachDefinition } from './defineReach'
export { REACH_LIST } from './list'

type Definition = (typeof REACH_LIST)[number]
export type ReachKey = Definition['key']
type SchemaOf<Key extends ReachKey> = Extract<Definition, { key: Key }>['schema']

/** Definitions by key. */
export const REACHES: ReadonlyMap<string, ReachDefinition<ReachKey>> = new Map(
  REACH_LIST.map((definition): [string, ReachDefinition<ReachKey>] => [
    definition.key,
    definition as ReachDefinition<ReachKey>,
  ]),
)

/** Keys of reaches that are brought about by `Means`. */
export type ReachKeyBy<Means extends ReachMeans> = Extract<Definition, { means: Means }>['key']

type Shape = { [Key in ReachKey]: z.ZodOptional<SchemaOf<Key>> }

// Keys that are computed from a list are any string to the compiler.
const shape = Object.fromEntries(
  REACH_LIST.map(({ key, schema, about, example }) => [key, described(schema.optional(), about, example)]),
) as unknown as Shape

/** How a value of an axis is brought about. Every key given is done; `on` names the part it is done to. */
export const reachSchema = z.strictObject({
  ...shape,
  on: described(z.string().optional(), 'The part that it is done to; `root` where it is left out.', 'input'),
})

export type Reach = z.output<typeof reachSchema>

/** Keys of what is set on elements, in the order in which it is set. */
export const ELEMENT_REACHES = REACH_LIST.filter(({ means }) => means === 'element').map(
  ({ key }) => key as ReachKeyBy<'element'>,
)
