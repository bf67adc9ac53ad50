/** What can be told of a thing before it has been measured. */
export interface Sized {
  name: string
  /** About how much it is, in units of its own. */
  units: number
}

/**
 * What things cost: as it was measured, in ms; what has not been measured is taken to cost as much a unit as all that was. Where nothing
 * was, it is the units.
 */
export function costsOf(all: readonly Sized[], measured: ReadonlyMap<string, number>): Map<string, number> {
  const known = all.filter(({ name }) => measured.has(name))
  const units = known.reduce((sum, each) => sum + each.units, 0)
  const sum = known.reduce((ms, { name }) => ms + measured.get(name)!, 0)
  const perUnit = units > 0 ? sum / units : 1
  return new Map(all.map(({ name, units: own }) => [name, measured.get(name) ?? own * perUnit]))
}
