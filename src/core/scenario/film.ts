import type { EventRecord } from '../steps'
import type { ScenarioResult } from './result'

/** A picture of the stage. */
export interface Frame {
  /** Virtual time, in ms since the scenario's start. */
  at: number
  /** The step in or after which it was taken; -1 before the first. */
  step: number
  /** Taken when the step was through. */
  isEnd: boolean
  /** PNG as a data address. */
  picture: string
}

/** A reading of a part that became another value. */
export interface ReadingChange {
  at: number
  step: number
  part: string
  reading: string
  from: string
  to: string
}

/** A box of the stage, in px. */
export interface Extent {
  left: number
  top: number
  width: number
  height: number
}

/** The box around two; either may be missing. */
export function joinExtents(a: Extent | undefined, b: Extent): Extent {
  if (!a || a.width === 0) return b
  if (b.width === 0) return a
  const left = Math.min(a.left, b.left)
  const top = Math.min(a.top, b.top)
  const right = Math.max(a.left + a.width, b.left + b.width)
  const bottom = Math.max(a.top + a.height, b.top + b.height)
  return { left, top, width: right - left, height: bottom - top }
}

/** A performance that can be watched: pictures over virtual time, and what changed when. */
export interface Film {
  result: ScenarioResult
  frames: readonly Frame[]
  changes: readonly ReadingChange[]
  events: readonly (EventRecord & { step: number })[]
  size: { width: number; height: number }
  /** What of the pictures the component took up, at any time. */
  extent: Extent
}
