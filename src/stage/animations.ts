import { round, type Activity } from '@/core/steps'

/** What runs or waits to run, as far as document time moves it. */
export function runningAnimations(roots: Iterable<Document | ShadowRoot>): Animation[] {
  return [...roots].flatMap((root) =>
    root.getAnimations().filter(({ timeline }) => timeline === null || timeline instanceof DocumentTimeline),
  )
}

/** Where an animation stands in its own time, in ms: its delay, its whole run, where it is now. */
export function timingOf(animation: Animation): { delay: number; end: number; local: number; rate: number } {
  const timing = animation.effect?.getComputedTiming()
  return {
    delay: timing?.delay ?? 0,
    end: Number(timing?.endTime ?? 0),
    local: Number(animation.currentTime ?? 0),
    rate: Math.abs(animation.playbackRate),
  }
}

/**
 * What animations that are under way say of the next moments.
 * @param localOf where an animation stands in its own time; undefined for one that time does not move
 */
export function animationActivity(
  now: number,
  animations: readonly Animation[],
  localOf: (animation: Animation) => number | undefined,
): Activity {
  const activity: Activity = { isMoving: false, isTurning: false }
  const dueAt = (exact: number) => {
    const time = round(exact)
    if (activity.due === undefined || time < activity.due) activity.due = time
  }
  for (const animation of animations) {
    const local = localOf(animation)
    const { delay, end, rate } = timingOf(animation)
    if (local === undefined || rate === 0) continue
    if (local < delay) dueAt(now + (delay - local) / rate)
    else if (end === Infinity) activity.isTurning = true
    else {
      activity.isMoving = true
      dueAt(now + (end - local) / rate)
    }
  }
  return activity
}

// Twice what the browser blurs times by.
const NEARLY_MS = 0.25

/** Whether an animation waits for the compositor to tell when it began, or stands a hair before the end of its delay or its run. */
export function isBetween(animation: Animation): boolean {
  if (animation.playState !== 'running') return false
  const { delay, end, local } = timingOf(animation)
  const isNear = (time: number) => time > local && time - local < NEARLY_MS
  return animation.pending || (delay > 0 && isNear(delay)) || isNear(end)
}

/** Ends every finite animation that runs; says how many. Those without end go on. */
export function endFinite(roots: Iterable<Document | ShadowRoot>): number {
  let ended = 0
  for (const animation of runningAnimations(roots)) {
    if (animation.playState === 'finished' || animation.playState === 'idle') continue
    const { end, rate } = timingOf(animation)
    if (end === Infinity || rate === 0) continue
    animation.finish()
    ended++
  }
  return ended
}
