/** What comes to rest: its own world, its animations, and the time in between. */
export interface Settling {
  /** Lets everything happen that its code does by itself and that takes no time; undefined where it brings no code. */
  comeToRest: (() => Promise<{ isSettled: boolean }>) | undefined
  /** Ends what is under way; says how many animations that were. */
  endAnimations(): Promise<number>
  wait(what: 'task' | 'frame'): Promise<void>
}

// Each round ends what runs and lets handlers start more; what is not quiet by then never is.
const MAX_ROUNDS = 10

/** Brings everything to rest: finite animations end, infinite ones stand at their start, and what that sets going is through. */
export async function settle({ comeToRest, endAnimations, wait }: Settling): Promise<{ isSettled: boolean }> {
  let isAtRest = true
  let hadAnimations = false
  let wasQuiet = false
  for (let round = 0; round < MAX_ROUNDS; round++) {
    if (comeToRest) ({ isSettled: isAtRest } = await comeToRest())
    const ended = await endAnimations()
    // One that has ended by itself is listed no more, and what its end starts begins with the next frame.
    if (ended === 0 && round > 0 && (wasQuiet || !hadAnimations)) return { isSettled: isAtRest }
    hadAnimations ||= ended > 0
    wasQuiet = ended === 0
    // Styles that were changed before may start animations only now: they are asked for twice.
    await wait(hadAnimations ? 'frame' : 'task')
  }
  return { isSettled: false }
}

/** Ends finite animations and puts infinite ones at their start; says how many of the first there were. */
export function endAnimations(roots: Iterable<Document | ShadowRoot>): number {
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
