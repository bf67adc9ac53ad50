'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { ROUTES } from '@/contract'
import { call } from '../live'
import { newSession, reduce, type Ask, type Effect, type Session, type SessionEvent, type Timer } from './session'

/** Names this tab's drafts, so that two tabs never overwrite each other's. */
function tabName(): string {
  const known = sessionStorage.getItem('brelt-tab')
  if (known) return known
  const made = crypto.randomUUID()
  sessionStorage.setItem('brelt-tab', made)
  return made
}

/** Runs the editing session of a component: its timers, and its requests to the server. */
export function useSession(library: string, slug: string) {
  const [session, setSession] = useState<Session>(() => newSession(''))
  // What timers and answers need is the newest, not what was rendered when they were set up.
  const current = useRef<{ session: Session; send: (event: SessionEvent) => void }>({ session, send: () => {} })
  useEffect(() => {
    const timers: Partial<Record<Timer, number>> = {}
    const place = { library, slug }
    let isOpen = true
    const send = (event: SessionEvent) => {
      if (!isOpen) return
      const { state, effects } = reduce(current.current.session, event)
      current.current.session = state
      setSession(state)
      for (const effect of effects) perform(effect)
    }
    const clear = (timer: Timer) => {
      window.clearTimeout(timers[timer])
      delete timers[timer]
    }
    const perform = (effect: Effect) => {
      switch (effect.kind) {
        case 'ask':
          return void answered(place, effect.ask, current.current.session.tab).then(send)
        case 'no-timer':
          return clear(effect.timer)
        case 'timer':
          clear(effect.timer)
          timers[effect.timer] = window.setTimeout(() => {
            delete timers[effect.timer]
            send({ kind: 'wanted', want: { kind: effect.timer } })
          }, effect.ms)
      }
    }
    // What was typed in the last moment is kept too when the page goes.
    const leave = () => {
      if (timers.preview === undefined) return
      clear('preview')
      const { effects } = reduce(
        { ...current.current.session, flight: undefined, wants: [] },
        { kind: 'wanted', want: { kind: 'preview' } },
      )
      for (const effect of effects)
        if (effect.kind === 'ask') void answered(place, effect.ask, current.current.session.tab, true)
    }
    current.current = { session: newSession(tabName()), send }
    send({ kind: 'wanted', want: { kind: 'load' } })
    window.addEventListener('pagehide', leave)
    return () => {
      leave()
      isOpen = false
      clear('save')
      clear('load')
      window.removeEventListener('pagehide', leave)
    }
  }, [library, slug])
  const send = useCallback((event: SessionEvent) => current.current.send(event), [])
  const latest = useCallback(() => current.current.session, [])
  return { session, latest, send }
}

/** Sends a request of a session; what comes of it is an event. `keepalive` lets it outlive the page. */
async function answered(place: Place, ask: Ask, tab: string, keepalive = false): Promise<SessionEvent> {
  try {
    switch (ask.kind) {
      case 'load':
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

/** Which component. */
interface Place {
  library: string
  slug: string
}
