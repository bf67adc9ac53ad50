'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import { RunningSession } from './RunningSession'
import { newSession, type Session, type SessionEvent } from './session'

/** Names this tab's drafts, so that two tabs never overwrite each other's. */
function tabName(): string {
  const known = sessionStorage.getItem('brelt-tab')
  if (known) return known
  const made = crypto.randomUUID()
  sessionStorage.setItem('brelt-tab', made)
  return made
}

/** Runs the editing session of a component. */
export function useSession(library: string, slug: string) {
  const [session, setSession] = useState<Session>(() => newSession(''))
  // What timers and answers need is the newest, not what was rendered when they were set up.
  const running = useRef<RunningSession>(undefined)
  const first = useRef(session)
  useEffect(() => {
    const opened = new RunningSession({ library, slug }, tabName(), setSession)
    running.current = opened
    opened.send({ kind: 'wanted', want: { kind: 'load' } })
    const leave = () => opened.leave()
    window.addEventListener('pagehide', leave)
    return () => {
      opened.close()
      window.removeEventListener('pagehide', leave)
    }
  }, [library, slug])
  const send = useCallback((event: SessionEvent) => running.current?.send(event), [])
  const latest = useCallback(() => running.current?.session ?? first.current, [])
  return { session, latest, send }
}
