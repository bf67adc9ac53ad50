import { keepPristine, muteDialogs, type Pristine } from './pristine'
import { pageTask } from './pageTask'

type View = Window & typeof globalThis

// A browser makes a timer that is nested deeper wait for 4 ms: then it is no longer due at once.
const DEEPEST_AT_ONCE = 5
const FRAME_MS = 1000 / 60

/**
 * The time of a page in which cases are read: it stands still. What is due at once runs (timers without a delay, idle work),
 * and frames come when the stage asks for them; no other timer ever fires.
 */
export class StillTime {
  readonly pristine: Pristine
  /** A task of the page's event loop, after all that waits there. */
  readonly task: () => Promise<void>
  /** The component watches sizes or what is in sight: such watchers are told with a real frame. */
  hasObservers = false
  #due = new Map<number, { run: () => void; depth: number }>()
  #frames = new Map<number, FrameRequestCallback>()
  #lastId = 0
  #depth = 0
  #ahead = 0

  constructor(view: View) {
    this.pristine = keepPristine(view)
    this.task = pageTask(view)
    const exact = view.performance.now.bind(view.performance)
    const now = () => exact() + this.#ahead
    const soon = (run: () => void) => {
      this.#due.set(++this.#lastId, { run, depth: this.#depth + 1 })
      return this.#lastId
    }
    const later = (handler: TimerHandler, delay = 0, ...given: unknown[]) => {
      const isDue = !(Number(delay) > 0) && this.#depth < DEEPEST_AT_ONCE
      if (!isDue || typeof handler !== 'function') return ++this.#lastId
      return soon(() => (handler as (...all: unknown[]) => void)(...given))
    }
    const forget = (id: number) => void (this.#due.delete(id), this.#frames.delete(id))
    view.performance.now = now
    Object.assign(view, {
      setTimeout: later,
      setInterval: () => ++this.#lastId,
      clearTimeout: forget,
      clearInterval: forget,
      requestAnimationFrame: (callback: FrameRequestCallback) => {
        this.#frames.set(++this.#lastId, callback)
        return this.#lastId
      },
      cancelAnimationFrame: forget,
      requestIdleCallback: (callback: IdleRequestCallback) =>
        soon(() => callback({ didTimeout: false, timeRemaining: () => 50 })),
      cancelIdleCallback: forget,
    })
    // React delays what suspended rendering has brought by a timer of its own: that is no time of the component's.
    Object.assign(view, { breltReactTimeout: (work: () => void) => soon(work) })
    muteDialogs(view)
    for (const name of ['ResizeObserver', 'IntersectionObserver'] as const) this.noteUse(view, name)
  }

  private noteUse(view: View, name: 'ResizeObserver' | 'IntersectionObserver') {
    const note = () => (this.hasObservers = true)
    Object.assign(view, {
      [name]: new Proxy(view[name], {
        construct: (target, given, self) => {
          note()
          return Reflect.construct(target, given, self) as object
        },
      }),
    })
  }

  /** Runs what is due at once and one frame's callbacks; says whether there was anything. Errors go to the page, as always. */
  turn(view: View): boolean {
    const due = [...this.#due.values()]
    const frames = [...this.#frames.values()]
    if (due.length + frames.length === 0) return false
    this.#due.clear()
    this.#frames.clear()
    for (const { run, depth } of due) {
      this.#depth = depth
      guarded(view, run)
    }
    this.#depth = 0
    if (frames.length === 0) return true
    this.#ahead += FRAME_MS
    const now = view.performance.now()
    for (const frame of frames) guarded(view, () => frame(now))
    return true
  }
}

function guarded(view: View, run: () => void) {
  try {
    run()
  } catch (error) {
    view.reportError(error)
  }
}
