/** How a reading's values are written and compared. */
export type ValueKind =
  /** Computed value of the CSS property that the reading is. */
  | 'css'
  | 'length'
  | 'number'
  /** `yes`, `no` (and `mixed`). */
  | 'truth'
  /** Literal words. */
  | 'text'

/** Where a reading comes from. */
export type Origin = 'style' | 'box' | 'document' | 'text' | 'paint' | 'pointer' | 'accessibility'

/** A reading that is Brelt's own. Completion, surveys, evidence and the reference in `docs/` follow from it. */
export interface ReadingDefinition<Name extends string = string, From extends Origin = Origin> {
  name: Name
  kind: ValueKind
  origin: From
  /** What the bracket holds, for readings that have one: a part (`gap(label)`), or a name (`attr(aria-label)`). */
  argument?: 'part' | 'name'
  /** One sentence for the reference and the editor. */
  about: string
  /** A value as a sheet would expect it. */
  example: string
  /** CSS properties that usually decide it; the first that is declared is told as the cause of a miss. */
  decidedBy?: readonly string[]
  /** CSS properties of which something has been said as soon as this reading is expected. */
  speaksFor?: readonly string[]
  /** Taken of every part in each survey, whether or not anything declares it: of elements alone, or of pseudo-elements too. */
  survey?: 'elements' | 'all'
  /** What it says of a part that is nothing special; a survey's summary leaves it out. */
  silent?: RegExp
}

/** Defines a reading. The stage, or the runner, holds what reads it, in a table that must be whole. */
export const defineReading = <const Name extends string, const From extends Origin>(
  definition: ReadingDefinition<Name, From>,
): ReadingDefinition<Name, From> => definition
