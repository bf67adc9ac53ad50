import { placeOf, type ReferenceEntry, type ReferenceIndex } from './references'
import type { PictureResult } from './results'

/** What was approved of a case: on this rig, or only elsewhere. */
export function referenceOf(
  index: ReferenceIndex,
  key: string,
  rig: string,
): { own?: ReferenceEntry | undefined; isElsewhere: boolean } {
  const entries = index.get(key) ?? []
  const own = entries.find((each) => each.rig === rig)
  return { own, isElsewhere: !own && entries.length > 0 }
}

/**
 * What a picture comes to beside what is approved by now, as far as that can be told without looking at it: it is the approved one,
 * or it was held against that one before, or there is none.
 */
export function judgeAgain(index: ReferenceIndex, rig: string, result: PictureResult): PictureResult | undefined {
  const { own, isElsewhere } = referenceOf(index, result.key, rig)
  const { key, picture, width, height, at, reference } = result
  if (!own) return reference || (result.verdict === 'other rig') !== isElsewhere ? undefined : result
  const isIt = (one: Pick<PictureResult, 'picture' | 'at'>) =>
    own.picture === one.picture && own.at[0] === one.at.x && own.at[1] === one.at.y
  if (isIt(result))
    return {
      key,
      verdict: 'same',
      picture,
      width,
      height,
      at,
      reference: { picture, at: placeOf(own), traits: own.traits },
    }
  return reference && isIt(reference) ? result : undefined
}
