import type { Comparison, PictureTolerance, PixelBox, Point } from '@/core/picture'

/** A sheet of cases that has been photographed in stretches, and what is to be cut out of it. All in device pixels. */
export interface Sheet {
  /** PNGs of one size, each a stretch further down. */
  stretches: readonly Uint8Array[]
  shots: readonly Shot[]
}

/** A case on a sheet. */
export interface Shot {
  /** What is its own on the sheet: nothing else is painted there. */
  slot: PixelBox
  /** What must be in its picture. */
  box: PixelBox
  /** Its own corner. */
  origin: Point
  /** Sides beyond which there is nothing: what is painted up to them ends there. */
  ends: Record<'left' | 'top' | 'right' | 'bottom', boolean>
}

/** A picture of a case. */
export interface TakenPicture {
  /** SHA-256 of its width and height, as 32-bit big-endian numbers, and its pixels, RGBA. */
  picture: string
  width: number
  height: number
  /** Its top left corner as seen from the case's own. */
  at: Point
  /** Something is painted up to the edge of what is its own: it may go on beyond. */
  isCut: boolean
}

/** A picture that is compared with one that was taken, in a sheet that has been cut up. */
export interface ComparingWith {
  sheet: number
  shot: number
  /** The picture before, as PNG, and its place. */
  before: Uint8Array
  at: Point
  tolerance: PictureTolerance
}

/** What the thread that works at pictures is asked. */
export interface PictureWork {
  /** Cuts a sheet up, and keeps the pieces until they are dropped. */
  cut(sheet: number, given: Sheet): TakenPicture[]
  compare(given: ComparingWith): Comparison
  /** A piece as PNG. */
  png(sheet: number, shot: number): Uint8Array
  drop(sheet: number): void
}
