'use client'

import { useCallback, useContext, useEffect, useRef, useState } from 'react'
import { CONNECT, READY } from '@/stage'
import { StageSource, type StageProgramName } from './stageAddress'

// A frame that does not answer for this long is told as hung. Its process may only be waiting for a processor, so it stays.
const SILENCE_MS = 4000
// After this long it is closed, which gives back what its code takes of the machine.
const CLOSE_MS = 20_000
const PING_EVERY_MS = 1000
const CLOSED = 'about:blank'
// A frame that has not loaded by then is loaded from the plain name.
const LOAD_MS = 5000

export type FramePhase = 'loading' | 'ready'

/** What a frame's program says, checked. */
interface Schema<From> {
  safeParse(data: unknown): { success: true; data: From } | { success: false }
}

/**
 * A stage frame and the port to it. What comes in is checked; a frame that falls silent is told as hung until it answers again, and
 * closed when it does not.
 */
export function useStageFrame<To extends { type: string }, From>(
  program: StageProgramName,
  slug: string,
  schema: Schema<From>,
  onMessage: (message: From) => void,
) {
  const frame = useRef<HTMLIFrameElement>(null)
  const port = useRef<MessagePort>(undefined)
  const handler = useRef(onMessage)
  const [phase, setPhase] = useState<FramePhase>('loading')
  const [isHung, setHung] = useState(false)
  const [isClosed, setClosed] = useState(false)
  const [attempt, setAttempt] = useState(0)
  const [generation, setGeneration] = useState(0)
  const [address, setAddress] = useState<string>()
  const source = useContext(StageSource)
  useEffect(() => setAddress(source(program, slug, attempt)), [source, program, slug, attempt])
  useEffect(() => {
    handler.current = onMessage
  })

  useEffect(() => {
    let heard = Date.now()
    const onReady = (event: MessageEvent) => {
      if (event.data !== READY || !frame.current || event.source !== frame.current.contentWindow) return
      const channel = new MessageChannel()
      port.current = channel.port1
      channel.port1.onmessage = ({ data }) => {
        heard = Date.now()
        setHung(false)
        const message = schema.safeParse(data)
        if (message.success) handler.current(message.data)
      }
      // The frame has an opaque origin, which no target origin can name.
      frame.current.contentWindow?.postMessage(CONNECT, '*', [channel.port2])
      heard = Date.now()
      setPhase('ready')
    }
    window.addEventListener('message', onReady)
    const late = setTimeout(() => {
      if (!port.current && attempt === 0) setAttempt(1)
    }, LOAD_MS)
    const watch = setInterval(() => {
      if (document.visibilityState !== 'visible') heard = Date.now()
      port.current?.postMessage({ type: 'ping' })
      const silence = Date.now() - heard
      if (silence > (port.current ? SILENCE_MS : CLOSE_MS)) setHung(true)
      if (silence > CLOSE_MS) setClosed(true)
    }, PING_EVERY_MS)
    return () => {
      window.removeEventListener('message', onReady)
      clearInterval(watch)
      clearTimeout(late)
      port.current?.close()
      port.current = undefined
    }
  }, [schema, attempt, generation])

  const send = useCallback((message: To) => port.current?.postMessage(message), [])
  const begin = useCallback(() => {
    setPhase('loading')
    setHung(false)
    setClosed(false)
  }, [])
  const retry = useCallback(() => {
    begin()
    setAttempt((count) => count + 1)
  }, [begin])
  /** Loads the frame anew: a page knows a custom element's name only once. */
  const reload = useCallback(() => {
    begin()
    setGeneration((count) => count + 1)
  }, [begin])
  return {
    frame,
    phase,
    isHung,
    send,
    retry,
    reload,
    frameKey: `${attempt}-${generation}`,
    address: isClosed ? CLOSED : address,
  }
}
