/** What waits in the page for time to pass. */
export interface Activity {
  /** When the next timer fires or an animation's delay or whole run ends, in ms since the scenario's start. */
  due?: number
  /** Something changes from frame to frame: a finite animation runs, or a frame has been asked for. */
  isMoving: boolean
  /** It moves only because a script has asked for a frame. */
  wantsFrame?: boolean
  /** An animation without end runs. */
  isTurning: boolean
}

/** Virtual time of one scenario, in ms since its start. It stands still unless it is told to go on. */
export interface Clock {
  readonly now: number
  activity(): Promise<Activity>
  /** Lets time pass to a moment, fires what is due by then, and draws a frame. */
  goTo(time: number): Promise<void>
}

/** The longest step between two frames while anything moves: a display of 60 Hz, as scripts see it. */
export const FRAME_MS = 16

/** Called at each moment at which something may have changed; `true` stops. */
export type Visit = (now: number) => Promise<boolean>

/**
 * Lets time pass to `until`, from one moment at which something happens to the next: timers, ends of animations, and
 * frames while anything moves. Where nothing waits it jumps, since nothing could change in between.
 * @param visit asked at every such moment, the last included; when it is left out, animations without end are not drawn frame by frame
 */
export async function advance(clock: Clock, until: number, visit?: Visit): Promise<void> {
  while (clock.now < until) {
    await clock.goTo(nextMoment(clock.now, until, await clock.activity(), visit !== undefined))
    if (await visit?.(clock.now)) return
  }
}

/** The next moment at which something may change, no later than `until`. */
export function nextMoment(
  now: number,
  until: number,
  { due, isMoving, isTurning }: Activity,
  isWatched: boolean,
): number {
  const frame = isMoving || (isTurning && isWatched) ? now + FRAME_MS : Infinity
  // What is due already has been given its chance: it must not hold time up.
  const timer = due !== undefined && due > now ? due : Infinity
  return Math.min(until, frame, timer)
}
