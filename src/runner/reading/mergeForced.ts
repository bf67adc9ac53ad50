type Forced = readonly (readonly [reference: number, pseudo: readonly string[]])[]

/** States of the same elements, as several worlds of a page ask for them. */
export function mergeForced(...given: Forced[]): [reference: number, pseudo: string[]][] {
  const merged = new Map<number, Set<string>>()
  for (const [reference, pseudo] of given.flat())
    merged.set(reference, new Set([...(merged.get(reference) ?? []), ...pseudo]))
  return [...merged].map(([reference, pseudo]) => [reference, [...pseudo]])
}
