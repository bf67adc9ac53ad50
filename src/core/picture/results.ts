import type { PixelBox, Point } from './Pixels'
import type { Trait } from './traits'

/**
 * What a picture comes to: `same` also where nobody can tell the two apart; `new`: nobody has approved one of its case; `other rig`:
 * only one that was taken elsewhere has been approved.
 */
export type PictureVerdict = 'same' | 'changed' | 'moved' | 'resized' | 'new' | 'other rig'

/** A case's picture, and what it comes to beside the approved one. */
export interface PictureResult {
  key: string
  verdict: PictureVerdict
  /** Its name; see `references.ts`. */
  picture: string
  /** In device pixels. */
  width: number
  height: number
  /** Its top left corner as seen from the case's own, in device pixels. */
  at: Point
  /** The approved one. */
  reference?: { picture: string; at: Point; traits?: string | undefined }
  /** How far it has moved. */
  by?: Point
  /** What has changed, on the ground of both pictures. */
  boxes?: PixelBox[]
  /** Greatest distance of colours, in OKLab. */
  largest?: number
  /** Changed pixels by all, 0 to 1. */
  share?: number
  /** What was read with it: of pictures that are not the same. */
  traits?: readonly Trait[]
}

/** Whether a picture is another than was approved. */
export const isChanged = ({ verdict }: Pick<PictureResult, 'verdict'>): boolean =>
  verdict === 'changed' || verdict === 'moved' || verdict === 'resized'

/** Whether there is something to decide. */
export const isOpen = (result: Pick<PictureResult, 'verdict'>): boolean => isChanged(result) || result.verdict === 'new'
