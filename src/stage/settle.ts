import { realFrame, type Roots } from './comeToRest'
import type { Pace } from './Pace'

// Each round ends what runs and lets handlers start more; what is not quiet by then never is.
const MAX_ROUNDS = 10

/** Brings everything to rest: finite animations end, infinite ones stand at their start, and what that sets going is through. */
export async function settle(roots: Roots, pace: Pace, hasCode: boolean): Promise<{ isSettled: boolean }> {
  let isAtRest = true
  for (let round = 0; round < MAX_ROUNDS; round++) {
    if (hasCode) ({ isSettled: isAtRest } = await pace.comeToRest(roots))
    const ended = endAnimations(roots())
    if (ended === 0 && round > 0) return { isSettled: isAtRest }
    // Styles that were changed before may start animations only now: they are asked for twice.
    if (ended === 0) await task(pace)
    else await realFrame(pace)
  }
  return { isSettled: false }
}

function endAnimations(roots: Iterable<Document | ShadowRoot>): number {
  let ended = 0
  for (const root of roots) {
    for (const animation of root.getAnimations()) {
      if (animation.timeline !== null && !(animation.timeline instanceof DocumentTimeline)) continue
      if (animation.playState === 'finished' || animation.playState === 'idle') continue
      const isFinite = animation.effect?.getComputedTiming().endTime !== Infinity
      if (isFinite) {
        animation.finish()
        ended++
      } else if (animation.playState !== 'paused' || animation.currentTime !== 0) {
        animation.pause()
        animation.currentTime = 0
      }
    }
  }
  return ended
}

const task = ({ pristine: { setTimeout } }: Pace) => new Promise<void>((done) => setTimeout(done, 0))
