import { defineLint, type Fault, type SheetSubject } from './defineLint'

/** A value as text that is the same however the keys of its maps are ordered. */
const inOrder = (value: unknown): string =>
  JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).toSorted(([a], [b]) => a.localeCompare(b)))
      : each,
  )

function* valuesReachedAlike({ sheet }: SheetSubject): Generator<Fault> {
  for (const { name, values, reaches } of sheet.axes) {
    const known = new Map<string, string>()
    for (const value of values) {
      const reach = inOrder(reaches[value] ?? [])
      const twin = known.get(reach)
      if (twin === undefined) {
        known.set(reach, value)
        continue
      }
      const message = `The values "${twin}" and "${value}" of "${name}" are reached alike: they show the same. Reach one of them otherwise, or delete it.`
      yield { at: sheet.source.atKey(['axes', name, 'values', value]), message }
    }
  }
}

export const reachedAlike = defineLint({
  code: 'reached-alike',
  severity: 'warning',
  about: 'Two values of an axis are reached in the same way, so that they cannot differ.',
  find: { sheet: valuesReachedAlike },
})

function* exclusionsAgain({ sheet }: SheetSubject): Generator<Fault<{ exclusion: number }>> {
  const known = new Map<string, number>()
  for (const [at, exclusion] of sheet.data.without.entries()) {
    const written = inOrder(
      Object.fromEntries(Object.entries(exclusion).map(([axis, values]) => [axis, [...[values].flat()].toSorted()])),
    )
    const first = known.get(written)
    if (first === undefined) {
      known.set(written, at)
      continue
    }
    const message = `The same combination is excluded already, as number ${first + 1}.`
    yield { at: sheet.source.at(['without', at]), message, about: { exclusion: at } }
  }
}

export const sameExclusion = defineLint({
  code: 'same-exclusion',
  severity: 'warning',
  about: 'The same combination is excluded twice.',
  find: { sheet: exclusionsAgain },
  fix: ({ exclusion }) => ({
    label: 'Delete it here',
    edits: [{ do: 'remove', path: ['without', exclusion] }],
  }),
})
