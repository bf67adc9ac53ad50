import type { Activity } from '@/core/steps'
import { animationActivity, runningAnimations, timingOf } from '../animations'
import type { Roots, StageClock } from './StageClock'
import { noteTimers, type Waiting } from './timers'

/** More than the slivers of time add up to in which tasks are run that are due at once. */
const MAX_AHEAD_MS = 5

/** Time that the engine keeps: here it is only looked at. */
export class EngineClock implements StageClock {
  #waiting: Waiting
  #now = 0
  #farthest = 0
  /** Where animations stood when they were first seen. */
  #seen = new WeakMap<Animation, { at: number; local: number }>()
  lag = 0
  frames = 0
  #started: () => void
  readonly #ahead: () => number

  constructor(
    view: Window & typeof globalThis,
    readonly roots: Roots,
  ) {
    const exact = view.performance.now.bind(view.performance)
    const frame = view.requestAnimationFrame.bind(view)
    // Always asked for: each frame is then one of the document, not of the compositor alone, and only such tell of animations
    // that have ended. Outside of a frame the timeline is an estimate (Chromium's AnimationClock): only a frame's time can be trusted.
    const onFrame = (time: number) => {
      this.lag = exact() - time
      this.frames++
      frame(onFrame)
    }
    frame(onFrame)
    this.#waiting = noteTimers(view, () => this.#now)
    const begun = exact()
    let started = begun
    this.#started = () => (started = exact())
    this.#ahead = () => exact() - started - this.#now
    // The browser blurs its own by up to 0.1 ms: a script that reckons with it would come out a millisecond off now and then.
    view.performance.now = () => begun + this.#now
  }

  notes(): string[] {
    if (this.#farthest < MAX_AHEAD_MS) return []
    const ms = Math.round(this.#farthest)
    return [
      `something was loaded while it ran (an image, a font), for which the engine let ${ms} ms pass: a timer that was due within them came so much early`,
    ]
  }

  get ahead(): number {
    const ahead = this.#ahead()
    this.#farthest = Math.max(this.#farthest, ahead)
    return ahead
  }

  get now(): number {
    return this.#now
  }

  start(): void {
    this.#now = 0
    this.#started()
  }

  goTo(time: number): Promise<void> {
    this.#now = time
    return Promise.resolve()
  }

  /** Nothing runs ahead of the engine. */
  hold(): Promise<void> {
    return Promise.resolve()
  }

  /** By the scenario's own time: the engine's stands a few hundredths of a millisecond apart, now here, now there. */
  private localOf(animation: Animation): number | undefined {
    if (animation.playState !== 'running') return undefined
    const { local, rate } = timingOf(animation)
    let seen = this.#seen.get(animation)
    const isMovedByScript = seen && Math.abs(seen.local + (this.now - seen.at) * rate - local) > 1
    if (!seen || isMovedByScript) {
      // What has just begun may stand a few hundredths in already.
      seen = { at: this.now, local: local < 1 ? 0 : Math.round(local * 10) / 10 }
      this.#seen.set(animation, seen)
    }
    return seen.local + (this.now - seen.at) * rate
  }

  activity(): Activity {
    const activity = animationActivity(this.now, runningAnimations(this.roots()), (animation) =>
      this.localOf(animation),
    )
    const next = Math.min(this.#waiting.due() ?? Infinity, activity.due ?? Infinity)
    return {
      isMoving: activity.isMoving || this.#waiting.wantsFrame(),
      wantsFrame: !activity.isMoving && this.#waiting.wantsFrame(),
      isTurning: activity.isTurning,
      ...(next < Infinity && { due: next }),
    }
  }
}
