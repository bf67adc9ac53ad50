import type { Performed, PlayEdit } from '@/core/breaks'

type View = Window & typeof globalThis

/** What a component does while it is performed, as far as it can be left out or changed. */
export interface Deeds {
  /** What is done from now on counts. */
  start(): void
  /** What it did, each once. */
  done(): Performed[]
  /** Whether an event is not to be sent. */
  isUnsent(name: string): boolean
  /** Does something of the stage's own, which is not the component's. */
  asStage<T>(work: () => T): T
}

/**
 * Notes what component code asks of the browser: timers, listeners that are called, the focus; and leaves one of them out, or changes it,
 * where that is asked for. It must stand before the component's code is loaded.
 */
export function watchDeeds(view: View, broken: PlayEdit): Deeds {
  const did = new Map<string, Performed>()
  let isPerformed = false
  let isStage = false
  const note = (deed: Performed) => {
    if (isPerformed && !isStage) did.set(JSON.stringify(deed), deed)
  }
  watchTimers(view, broken, note)
  watchListeners(view, broken, note)
  watchFocus(view, broken, note, () => isStage)
  return {
    start: () => {
      isPerformed = true
    },
    done: () => [...did.values()],
    isUnsent: (name) => {
      note({ what: 'event', name })
      return broken.do === 'event' && broken.name === name
    },
    asStage: (work) => {
      isStage = true
      try {
        return work()
      } finally {
        isStage = false
      }
    },
  }
}

type Note = (deed: Performed) => void

function watchTimers(view: View, broken: PlayEdit, note: Note) {
  for (const name of ['setTimeout', 'setInterval'] as const) {
    const own = view[name] as (handler: TimerHandler, delay?: number, ...given: unknown[]) => number
    const later = (handler: TimerHandler, delay = 0, ...given: unknown[]) => {
      const asked = Number(delay) || 0
      if (asked <= 0) return own(handler, delay, ...given)
      note({ what: 'timer', delay: asked })
      const isBroken = broken.do === 'timer' && broken.delay === asked
      return own(handler, isBroken ? asked * broken.factor : asked, ...given)
    }
    Object.assign(view, { [name]: later })
  }
}

type Listener = EventListenerOrEventListenerObject

/** Listeners are called by others of our own, which must be found again to be taken away. */
function watchListeners(view: View, broken: PlayEdit, note: Note) {
  const { prototype } = view.EventTarget
  const { addEventListener: add, removeEventListener: remove } = prototype
  const wrapped = new WeakMap<Listener, Map<string, EventListener>>()
  const wrap = (name: string, listener: Listener): EventListener => {
    const known = wrapped.get(listener) ?? new Map<string, EventListener>()
    wrapped.set(listener, known)
    let own = known.get(name)
    if (!own) {
      own = function (this: unknown, event: Event) {
        note({ what: 'listener', name })
        if (broken.do === 'listener' && broken.name === name) return undefined
        return typeof listener === 'function'
          ? (listener.call(this as EventTarget, event) as unknown)
          : listener.handleEvent(event)
      } as EventListener
      known.set(name, own)
    }
    return own
  }
  prototype.addEventListener = function (
    this: EventTarget,
    name: string,
    listener: Listener | null,
    how?: AddEventListenerOptions | boolean,
  ) {
    return add.call(this, name, listener && wrap(name, listener), how)
  }
  prototype.removeEventListener = function (
    this: EventTarget,
    name: string,
    listener: Listener | null,
    how?: EventListenerOptions | boolean,
  ) {
    return remove.call(this, name, listener && (wrapped.get(listener)?.get(name) ?? listener), how)
  }
}

function watchFocus(view: View, broken: PlayEdit, note: Note, isStage: () => boolean) {
  for (const { prototype } of [view.HTMLElement, view.SVGElement]) {
    const { focus } = prototype
    prototype.focus = function (this: HTMLElement & SVGElement, how?: FocusOptions) {
      note({ what: 'focus' })
      if (broken.do !== 'focus' || isStage()) focus.call(this, how)
    }
  }
}
