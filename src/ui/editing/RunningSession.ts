import { ROUTES } from '@/contract'
import { call, onBeforeReading, savesDone, underWay } from '../live'
import {
  newSession,
  reduce,
  statusOf,
  type Ask,
  type Effect,
  type Session,
  type SessionEvent,
  type Timer,
} from './session'

/** Which component. */
interface Place {
  library: string
  slug: string
}

/** The editing session of a component as it runs: its timers, and its requests to the server. */
export class RunningSession {
  session: Session
  readonly #timers: Partial<Record<Timer, number>> = {}
  readonly #place: Place
  readonly #onSession: (session: Session) => void
  readonly #takeOff: () => void
  #isOpen = true
  #waiting: (() => void)[] = []

  constructor(place: Place, tab: string, onSession: (session: Session) => void) {
    this.#place = place
    this.#onSession = onSession
    this.session = newSession(tab)
    this.#takeOff = onBeforeReading(() => this.#saveNow())
  }

  send(event: SessionEvent): void {
    if (!this.#isOpen) return
    const { state, effects } = reduce(this.session, event)
    this.session = state
    this.#onSession(state)
    for (const effect of effects) this.#perform(effect)
    if (!this.#isSaving) this.#tellWaiting()
  }

  /** The page goes: what was typed in the last moment is kept. */
  leave(): void {
    if (this.#timers.preview !== undefined) void this.#last('preview')
  }

  /** Another view or component comes: what was typed is kept, and saved where it was about to be. */
  close(): void {
    const kept = this.#timers.preview === undefined ? undefined : this.#last('preview')
    if (this.#timers.save !== undefined) void underWay(Promise.resolve(kept).then(() => this.#last('save')))
    this.#isOpen = false
    this.#clear('save')
    this.#clear('load')
    this.#takeOff()
    this.#tellWaiting()
  }

  /** Asks for something whose answer nobody here waits for any more, whatever else is on its way. */
  #last(kind: 'preview' | 'save'): Promise<unknown> | undefined {
    this.#clear(kind)
    const { effects } = reduce({ ...this.session, flight: undefined, wants: [] }, { kind: 'wanted', want: { kind } })
    const ask = effects.flatMap((effect) => (effect.kind === 'ask' ? [effect.ask] : []))[0]
    return ask && this.#asked(ask, true)
  }

  get #isSaving() {
    return this.#isOpen && statusOf(this.session).kind === 'saving'
  }

  #tellWaiting() {
    for (const done of this.#waiting.splice(0)) done()
  }

  async #saveNow() {
    if (this.#timers.save !== undefined) {
      this.#clear('save')
      this.send({ kind: 'wanted', want: { kind: 'save' } })
    }
    if (this.#isSaving) await new Promise<void>((done) => this.#waiting.push(done))
  }

  #clear(timer: Timer) {
    window.clearTimeout(this.#timers[timer])
    delete this.#timers[timer]
  }

  #perform(effect: Effect) {
    switch (effect.kind) {
      case 'ask':
        return void this.#asked(effect.ask).then((event) => this.send(event))
      case 'no-timer':
        return this.#clear(effect.timer)
      case 'timer':
        this.#clear(effect.timer)
        this.#timers[effect.timer] = window.setTimeout(() => {
          delete this.#timers[effect.timer]
          this.send({ kind: 'wanted', want: { kind: effect.timer } })
        }, effect.ms)
    }
  }

  #asked(ask: Ask, keepalive = false): Promise<SessionEvent> {
    const answer = answered(this.#place, ask, this.session.tab, keepalive)
    return ask.kind === 'save' || ask.kind === 'step' ? underWay(answer) : answer
  }
}

/** Sends a request of a session; what comes of it is an event. `keepalive` lets it outlive the page. */
async function answered(place: Place, ask: Ask, tab: string, keepalive = false): Promise<SessionEvent> {
  try {
    switch (ask.kind) {
      case 'load':
        // What the view before has typed is about to be there.
        await savesDone()
        return { kind: 'loaded', definition: await call(ROUTES.define, place) }
      case 'preview': {
        const { base, texts, drop } = ask
        const given = { base, texts, tab, drop: [...drop], drafts: Object.keys(texts) }
        return { kind: 'previewed', preview: await call(ROUTES.preview, place, { given, keepalive }) }
      }
      case 'save': {
        const { kind: _, ...given } = ask
        return { kind: 'saved', answer: await call(ROUTES.save, place, { given: { ...given, tab }, keepalive }) }
      }
      case 'step':
        return { kind: 'stepped', answer: await call(ROUTES.stepHistory, place, { given: ask.step }) }
    }
  } catch (failure) {
    return { kind: 'failed', message: (failure as Error).message }
  }
}
