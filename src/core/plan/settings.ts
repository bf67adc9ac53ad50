import { fillingOf, type Filling, type Others } from './filling'
import { reachOf, type Reachable, type Reached } from './reach'

/** What the stage does to bring one case about, in the format's order of reach. */
export interface Settings extends Omit<Reached, 'slotValues'> {
  slots: Readonly<Record<string, Filling>>
  /** Why the case cannot be brought about at all: its slots hold what cannot be rendered. */
  problem?: string
}

/** What of a component is needed to bring its cases about, and nothing else. */
export const reachableOf = ({ slug, axes, data: { props, slots } }: Reachable): Reachable => ({
  slug,
  axes,
  data: { props, slots },
})

/** A library's components by slug, as slots look them up. */
export const othersOf = (sheets: Iterable<Reachable>): Others => new Map([...sheets].map((each) => [each.slug, each]))

/** Works out what brings a case about. When two axes set one prop, the later axis wins; `given` props win over all. */
export function settingsOf(
  sheet: Reachable,
  values: Readonly<Record<string, string>>,
  others: Others = new Map(),
  given: Readonly<Record<string, unknown>> = {},
): Settings {
  const { slotValues, ...reached } = reachOf(sheet, values, given)
  try {
    const slots = Object.fromEntries(
      Object.entries(slotValues).map(([name, value]) => [name, fillingOf(sheet, name, value, others, 'own')]),
    )
    return { ...reached, slots }
  } catch (error) {
    return { ...reached, slots: {}, problem: (error as Error).message }
  }
}
