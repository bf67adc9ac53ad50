import type { z } from 'zod'

/** How a reach is brought about. */
export type ReachMeans =
  /** Taken over into what the component is given. */
  | 'props'
  | 'slots'
  /** Set on an element of a part, once it stands. The stage holds how, in a table that must be whole. */
  | 'element'
  /** A state that only a pointer or a key brings, on an element of a part. */
  | 'pseudo'
  /** Taken as a person would, one after another. */
  | 'steps'

/** One way in which a value of an axis is brought about. Schema, editor, renaming and the reference follow from it. */
export interface ReachDefinition<
  Key extends string = string,
  Schema extends z.ZodType = z.ZodType,
  Means extends ReachMeans = ReachMeans,
> {
  key: Key
  means: Means
  /** As the editor's list of actions names it. */
  label: string
  /** One sentence for the reference. */
  about: string
  /** A value as a sheet would write it. */
  example: z.input<Schema>
  schema: Schema
  /** What the editor shows a row for: each entry of a map, each of several names, or the whole. */
  rows: 'entries' | 'names' | 'whole'
  /** What the editor begins a new row with. */
  start: { name: string; value?: unknown }
  /** Names that the editor suggests, besides those of the sheet's own. */
  suggests?: readonly string[]
}

/** Defines a reach. */
export const defineReach = <const Key extends string, Schema extends z.ZodType, const Means extends ReachMeans>(
  definition: ReachDefinition<Key, Schema, Means>,
): ReachDefinition<Key, Schema, Means> => definition
