import { withGlobal, type Clock as FakeClock } from '@sinonjs/fake-timers'
import type { Activity } from '@/core/steps'
import { pageTask } from '../pageTask'
import { animationActivity, runningAnimations, timingOf } from '../animations'
import type { Roots, StageClock } from './StageClock'

type View = Window & typeof globalThis

/** The timers that wait, as the package keeps them; its types leave them out. */
interface Timers {
  timers?: ReadonlyMap<number, { callAt: number }>
}

/** An animation that this clock moves: where it stood when it was taken, and when that was. */
interface Held {
  since: number
  from: number
}

/** Time that the page keeps itself, in any browser: timers are replaced, animations paused and moved by hand. */
export class PageClock implements StageClock {
  /** Timers and animations are moved together. */
  readonly lag = 0
  readonly frames = 0
  readonly ahead = 0
  #clock: FakeClock
  #origin = 0
  #frames = new Map<number, FrameRequestCallback>()
  #lastFrame = 0
  #held = new WeakMap<Animation, Held>()
  #task: () => Promise<void>
  /** A frame of the browser's own: events of animations come with it. */
  #realFrame: () => Promise<void>

  constructor(
    view: View,
    readonly roots: Roots,
  ) {
    this.#task = taskOf(view)
    this.#realFrame = realFrameOf(view)
    this.#clock = withGlobal(view).install({
      now: Date.now(),
      toFake: [
        'setTimeout',
        'clearTimeout',
        'setInterval',
        'clearInterval',
        'Date',
        'requestIdleCallback',
        'cancelIdleCallback',
      ],
    })
    const begun = this.#clock.now
    const base = view.performance.now()
    view.performance.now = () => base + this.#clock.now - begun
    Object.assign(view, {
      requestAnimationFrame: (callback: FrameRequestCallback) => {
        this.#frames.set(++this.#lastFrame, callback)
        return this.#lastFrame
      },
      cancelAnimationFrame: (id: number) => void this.#frames.delete(id),
    })
    replaceDelays(view)
  }

  get now(): number {
    return this.#clock.now - this.#origin
  }

  start(): void {
    this.#origin = this.#clock.now
  }

  async goTo(time: number): Promise<void> {
    // Timers that start animations must not find those of before at rest: all are moved at the end, as a display would.
    await this.#clock.tickAsync(Math.max(0, time - this.now))
    await this.#task()
    if (this.move()) await this.#realFrame()
    this.drawFrame()
    await this.#task()
    if (this.takeHold()) await this.#realFrame()
  }

  notes(): string[] {
    return []
  }

  async hold(): Promise<void> {
    this.takeHold()
    await this.#clock.tickAsync(0)
    this.drawFrame()
    await this.#task()
    this.takeHold()
    // Scrolling by the wheel and what observers tell come with a frame of the browser's own.
    await this.#realFrame()
    this.takeHold()
  }

  /** Whether a timer is due by some moment, or a script waits for a frame. */
  isDueBy(time: number): boolean {
    return this.#frames.size > 0 || this.waiting().some((due) => due <= time)
  }

  /** How many timers and frames scripts wait for. */
  get waits(): number {
    return this.#frames.size + this.waiting().length
  }

  /** When timers will fire. */
  private waiting(): number[] {
    const { timers = new Map<number, { callAt: number }>() } = this.#clock as FakeClock & Timers
    return [...timers.values()].map(({ callAt = Infinity }) => callAt - this.#origin)
  }

  /** Takes hold of what has begun to run; says whether there was anything. */
  private takeHold(): boolean {
    let isAny = false
    for (const animation of runningAnimations(this.roots())) {
      if (animation.playState !== 'running') continue
      // The document's timeline stands still: what has just begun is where it began, or where a script has put it.
      const from = Number(animation.currentTime ?? 0)
      animation.pause()
      animation.currentTime = from
      this.#held.set(animation, { since: this.now, from })
      isAny = true
    }
    return isAny
  }

  /** Moves what is held; says whether something has begun or ended, which the browser tells of in its next frame. */
  private move(): boolean {
    let isPhased = false
    for (const animation of runningAnimations(this.roots())) {
      const held = this.#held.get(animation)
      if (!held || animation.playState !== 'paused') continue
      const { end, rate, local: last } = timingOf(animation)
      const { delay, turns } = phasesOf(animation)
      const local = held.from + (this.now - held.since) * rate
      if (local >= end) animation.finish()
      else animation.currentTime = local
      isPhased ||= local >= end || (last < delay && local >= delay) || turns(last) !== turns(local)
    }
    this.takeHold()
    return isPhased
  }

  private drawFrame() {
    const frames = [...this.#frames.values()]
    this.#frames.clear()
    for (const callback of frames) {
      try {
        callback(performance.now())
      } catch (error) {
        reportError(error)
      }
    }
  }

  activity(): Activity {
    const activity = animationActivity(this.now, runningAnimations(this.roots()), (animation) => {
      const isHeld = animation.playState === 'paused' && this.#held.has(animation)
      return isHeld || animation.playState === 'running' ? timingOf(animation).local : undefined
    })
    const next = Math.min(activity.due ?? Infinity, ...this.waiting())
    return {
      isMoving: activity.isMoving || this.#frames.size > 0,
      wantsFrame: !activity.isMoving && this.#frames.size > 0,
      isTurning: activity.isTurning,
      ...(next < Infinity && { due: next }),
    }
  }
}

/** When an animation's delay is over, and how many rounds of it are by a moment of its own time. */
function phasesOf(animation: Animation): { delay: number; turns: (local: number) => number } {
  const { delay = 0, duration } = animation.effect?.getComputedTiming() ?? {}
  const length = typeof duration === 'number' && duration > 0 ? duration : Infinity
  return { delay, turns: (local) => Math.floor(Math.max(0, local - delay) / length) }
}

// A page that nobody sees may get no frames.
const LONGEST_FRAME_MS = 100

function realFrameOf({ requestAnimationFrame, setTimeout, clearTimeout }: View): () => Promise<void> {
  return () =>
    new Promise((done) => {
      const late = setTimeout(done, LONGEST_FRAME_MS)
      requestAnimationFrame(() =>
        setTimeout(() => {
          clearTimeout(late)
          done()
        }, 0),
      )
    })
}

/** Lets tasks that are due run: React's scheduler and others send themselves messages. */
function taskOf(view: View): () => Promise<void> {
  const turn = pageTask(view)
  return async () => {
    for (let at = 0; at < 3; at++) await turn()
  }
}

/** Delays that the browser keeps inside itself are put on the page's timers. */
function replaceDelays(view: View) {
  const { AbortController, DOMException, AbortSignal } = view
  AbortSignal.timeout = (delay: number) => {
    const controller = new AbortController()
    view.setTimeout(() => controller.abort(new DOMException('signal timed out', 'TimeoutError')), delay)
    return controller.signal
  }
  const { scheduler } = view as View & {
    scheduler?: { postTask(work: () => unknown, options?: { delay?: number }): Promise<unknown> }
  }
  if (!scheduler) return
  const postTask = scheduler.postTask.bind(scheduler)
  scheduler.postTask = async (work, { delay = 0, ...options } = {}) => {
    if (delay > 0) await new Promise<void>((done) => view.setTimeout(done, delay))
    return postTask(work, options)
  }
}
