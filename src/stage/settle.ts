import type { Natives } from './natives'

// Each round ends what runs and lets handlers start more; what is not quiet by then never is.
const MOST_ROUNDS = 10

/** Brings every animation to rest: finite ones end, infinite ones stand at their start. */
export async function settle(
  roots: () => Iterable<Document | ShadowRoot>,
  natives: Natives,
): Promise<{ isSettled: boolean }> {
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const ended = endAnimations(roots())
    if (ended === 0 && round > 0) return { isSettled: true }
    if (ended === 0) await task(natives)
    else await frameAndTask(natives)
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

const task = ({ setTimeout }: Natives) => new Promise<void>((done) => setTimeout(done, 0))

// A frame may never come to a hidden page: the time-out is the other way out.
const frameAndTask = (natives: Natives) =>
  new Promise<void>((done) => {
    natives.requestAnimationFrame(() => natives.setTimeout(done, 0))
    natives.setTimeout(done, 100)
  })
