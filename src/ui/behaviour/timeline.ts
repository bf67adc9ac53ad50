import type { Film } from '@/core/scenario'

/** A step's place on the track, in shares of its width. */
export interface Stretch {
  step: number
  from: number
  at: number
  left: number
  width: number
}

// A step that takes no time is as wide as this; time comes on top, by its root, so that a minute does not hide a moment.
const STEP_WIDTH = 1
const TIME_WIDTH = 6

/** Where each step that was reached stands on the track. */
export function stretchesOf({ result }: Pick<Film, 'result'>): Stretch[] {
  const { steps, duration } = result.performance
  const reached = steps.filter(({ verdict }) => verdict !== 'open')
  const widths = reached.map(
    ({ from, at }) => STEP_WIDTH + (duration > 0 ? TIME_WIDTH * Math.sqrt((at - from) / duration) : 0),
  )
  const total = widths.reduce((sum, width) => sum + width, 0) || 1
  let left = 0
  return reached.map(({ index, from, at }, place) => {
    const width = widths[place]! / total
    const stretch = { step: index, from, at, left, width }
    left += width
    return stretch
  })
}

/** The place of a moment of a step, in shares of the track; what came before the first step is at its beginning. */
export function placeOf(stretches: readonly Stretch[], step: number, at: number, isEnd = false): number {
  const stretch = stretches.find((each) => each.step === step)
  if (!stretch) return step < 0 ? 0 : 1
  const share = stretch.at > stretch.from ? (at - stretch.from) / (stretch.at - stretch.from) : 0.5
  return stretch.left + stretch.width * (isEnd ? 1 : Math.min(1, Math.max(0, share)))
}

// A picture stays at least this long when it is played; a pause of virtual time at most so long.
const LEAST_MS = 320
const MAX_MS = 1400

/** How long each picture of a film stays in sight at full speed, in ms of real time. */
export function dwells({ frames }: Pick<Film, 'frames'>): number[] {
  return frames.map(({ at, isEnd }, place) => {
    const next = frames[place + 1]
    const passing = next ? next.at - at : 0
    // Pictures of a movement follow it; those at the end of a step are looked at.
    return passing > 0 && passing < 60 && !isEnd ? passing : Math.min(MAX_MS, Math.max(LEAST_MS, passing))
  })
}
