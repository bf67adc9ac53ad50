import { FRAME_MS, type Clock } from './clock'

/** The longest that is waited, in ms of virtual time. */
export const LONGEST_MS = 5000
/** A timer or a frame that changes nothing for so long after the last change is no movement. */
const QUIET_MS = 100

export interface Stillness {
  /** What still moved when the longest wait was over. */
  moving?: string
}

/**
 * Lets virtual time pass until nothing moves any more: finite animations and transitions, frames, and timers that keep changing
 * the document. A timer that is due later than 100 ms after the last change is not waited for; where nothing moves no time passes.
 * @param changes how often the document has changed so far
 * @param visit asked at each moment, for those who draw time
 */
export async function untilStill(
  clock: Clock,
  changes: () => Promise<number>,
  visit?: (now: number) => Promise<void>,
): Promise<Stillness> {
  const end = clock.now + LONGEST_MS
  let known = await changes()
  let lastChange = clock.now
  for (;;) {
    const { due = Infinity, isMoving, wantsFrame = false } = await clock.activity()
    const isAnimating = isMoving && !wantsFrame
    const limit = lastChange + QUIET_MS
    const frame = wantsFrame && clock.now + FRAME_MS <= limit ? clock.now + FRAME_MS : Infinity
    const timer = due > clock.now && (isAnimating || due <= limit) ? due : Infinity
    // What moves without telling when it ends is followed frame by frame.
    const next = Math.min(frame, timer, isAnimating && timer === Infinity ? clock.now + FRAME_MS : Infinity)
    if (next === Infinity) return {}
    if (next > end)
      return { moving: isAnimating ? 'an animation' : wantsFrame ? 'a script, frame by frame' : 'a timer' }
    await clock.goTo(next)
    await visit?.(clock.now)
    const now = await changes()
    if (now !== known) lastChange = clock.now
    known = now
  }
}
