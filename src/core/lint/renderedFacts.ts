import type { Place } from '../problem'
import type { Sheet } from '../sheet'

/** What stands in a component's rendered cases. */
export interface RenderedFacts {
  classes: readonly (readonly [name: string, key: string])[]
  /** Class names that styles made by code speak of. */
  styledByCode: readonly string[]
  twinIds: readonly (readonly [id: string, key: string])[]
  lostLabels: readonly (readonly [target: string, key: string])[]
  sharedIds: readonly string[]
  sharedGroups: readonly string[]
  /** Parts that stand in some case, and those that stand elsewhere in its page; unknown where only some cases were counted. */
  parts?: { here: readonly string[]; elsewhere: readonly string[] } | undefined
  /** Custom properties that its own styles need, and those that some element has; unknown where only some cases were counted. */
  variables?: { needed: readonly string[]; defined: readonly string[] } | undefined
  /** Parts that stand turned, with the first case that shows each. */
  turned?: readonly (readonly [part: string, key: string])[] | undefined
}

/** A component's own style sheets, as compiled, and its code, in which names of classes may stand. */
export interface StyleTexts {
  /** All that is in the stage: a class may be styled by the library too. */
  all: readonly { url: string; text: string }[]
  isOwn(url: string): boolean
  code: string
  placeOf(url: string, line: number): Pick<Place, 'file' | 'line'> | undefined
}

/** The parts of a sheet that were found in no case, and whether they stand elsewhere in the page. */
export function absentParts(
  sheet: Sheet,
  { here, elsewhere }: NonNullable<RenderedFacts['parts']>,
): { part: string; isElsewhere: boolean }[] {
  return Object.entries(sheet.parts)
    .filter(
      ([name, { select, pseudo }]) =>
        select !== undefined && pseudo === undefined && name !== 'host' && !here.includes(name),
    )
    .map(([part]) => ({ part, isElsewhere: elsewhere.includes(part) }))
}
