/** What waits to be called, and when, in the scenario's time. */
export interface Waiting {
  /** The next moment at which something is due; undefined when nothing is. */
  due(): number | undefined
  /** A frame has been asked for. */
  wantsFrame(): boolean
}

type View = Window & typeof globalThis

/**
 * Notes what component code asks to be called for, so that time can go from one such moment to the next.
 * The functions stay the browser's own: its virtual time fires them.
 * @param now exact, where `performance.now()` is blurred on purpose by a tenth of a millisecond
 */
export function noteTimers(view: View, now: () => number): Waiting {
  const dues = new Map<unknown, number>()
  const frames = noteFrames(view)
  const { setTimeout, clearTimeout, setInterval, clearInterval } = view

  const call = (handler: TimerHandler, given: unknown[]) => {
    if (typeof handler === 'function') (handler as (...args: unknown[]) => void)(...given)
    else (0, eval)(handler) // a text is allowed as a handler: the page's policy decides whether it runs
  }
  const later = (handler: TimerHandler, delay = 0, ...given: unknown[]): number => {
    const id = setTimeout(() => {
      dues.delete(id)
      call(handler, given)
    }, delay)
    dues.set(id, now() + Math.max(0, Number(delay) || 0))
    return id
  }
  const every = (handler: TimerHandler, delay = 0, ...given: unknown[]): number => {
    const wait = Math.max(1, Number(delay) || 0)
    const id = setInterval(() => {
      dues.set(id, now() + wait)
      call(handler, given)
    }, delay)
    dues.set(id, now() + wait)
    return id
  }
  // Both clear both: ids are of one kind.
  const clear = (id: number | undefined) => {
    dues.delete(id)
    clearTimeout(id)
    clearInterval(id)
  }
  Object.assign(view, {
    setTimeout: later,
    clearTimeout: clear,
    setInterval: every,
    clearInterval: clear,
  })
  const noteIn = (name: string, delay: number) => dues.set(Symbol(name), now() + delay)
  noteDelay(AbortSignal, 'timeout', (delay) => delay as number, noteIn)
  if ('scheduler' in view)
    noteDelay(
      Object.getPrototypeOf(view.scheduler) as object,
      'postTask',
      (_, options) => (options as { delay?: number })?.delay,
      noteIn,
    )

  return {
    due: () => nextOf(dues, now()),
    wantsFrame: () => frames.size > 0,
  }
}

/** Notes which frames have been asked for. @returns their ids */
function noteFrames(view: View): ReadonlySet<number> {
  const frames = new Set<number>()
  const { requestAnimationFrame, cancelAnimationFrame } = view
  const frame = (callback: FrameRequestCallback): number => {
    const id = requestAnimationFrame(() => {
      frames.delete(id)
      callback(view.performance.now())
    })
    frames.add(id)
    return id
  }
  const cancelFrame = (id: number) => {
    frames.delete(id)
    cancelAnimationFrame(id)
  }
  Object.assign(view, { requestAnimationFrame: frame, cancelAnimationFrame: cancelFrame })
  return frames
}

/** Notes the moment of a function that does its waiting inside the browser. */
function noteDelay(
  target: object,
  name: string,
  delayOf: (...given: unknown[]) => number | undefined,
  note: (name: string, delay: number) => void,
) {
  const own = (target as Record<string, unknown>)[name] as (...given: unknown[]) => unknown
  if (typeof own !== 'function') return
  const noted = function (this: unknown, ...given: unknown[]) {
    const delay = delayOf(...given)
    if (typeof delay === 'number') note(name, delay)
    return own.apply(this, given)
  }
  Object.assign(target, { [name]: noted })
}

/** The earliest moment that is to come. */
function nextOf(dues: Map<unknown, number>, now: number): number | undefined {
  let next: number | undefined
  for (const [id, due] of dues) {
    // Nobody tells when these have come: they are over when their moment is.
    if (typeof id === 'symbol' && due <= now) dues.delete(id)
    else if (next === undefined || due < next) next = due
  }
  return next
}
