import type { PictureResult } from './results'
import { parseTraits, printTraits } from './traits'

/** Pictures of a component as they are kept: what was read with them stands in one text. */
export interface PackedPictures {
  results: readonly Omit<PictureResult, 'traits'>[]
  traits: string
}

export const packResults = (pictures: readonly PictureResult[]): PackedPictures => ({
  results: pictures.map(({ traits: _, ...result }) => result),
  traits: printTraits(new Map(pictures.flatMap(({ key, traits }) => (traits ? [[key, traits]] : [])))),
})

export function unpackResults({ results, traits }: PackedPictures): PictureResult[] {
  const traitsOf = parseTraits(traits)
  return results.map((result) => {
    const own = traitsOf.get(result.key)
    return { ...result, ...(own && { traits: own }) }
  })
}
