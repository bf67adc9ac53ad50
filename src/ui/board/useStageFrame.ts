'use client'

import { useCallback, useContext, useEffect, useRef, useState, type RefObject } from 'react'
import { CONNECT, READY } from '@/stage'
import { useLatest } from '../hooks'
import { StageSource, type StageProgramName } from './stageAddress'
import { makeTurns } from './turns'

// A frame that does not answer for this long is told as hung. Its process may only be waiting for a processor, so it stays.
const SILENCE_MS = 4000
// After this long it is closed, which gives back what its code takes of the machine.
const CLOSE_MS = 20_000
const PING_EVERY_MS = 1000
const CLOSED = 'about:blank'
// Frames that are being loaded on the page: each takes a processor for about 300 ms.
const turns = makeTurns(3)

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
  const handler = useLatest(onMessage)
  const [phase, setPhase] = useState<FramePhase>('loading')
  const [isHung, setHung] = useState(false)
  const [isClosed, setClosed] = useState(false)
  const [generation, setGeneration] = useState(0)
  const [address, setAddress] = useState<string>()
  const source = useContext(StageSource)

  useEffect(
    () =>
      connect<From>({
        frame,
        port,
        schema,
        onMessage: (message) => handler.current(message),
        onTurn: () => source(program, slug),
        onAddress: setAddress,
        onReady: () => setPhase('ready'),
        onHung: setHung,
        onClosed: () => setClosed(true),
      }),
    [schema, source, program, slug, generation, handler],
  )

  const send = useCallback((message: To) => port.current?.postMessage(message), [])
  /** Loads the frame anew: after it hung, or since a page knows a custom element's name only once. */
  const reload = useCallback(() => {
    setPhase('loading')
    setAddress(undefined)
    setHung(false)
    setClosed(false)
    setGeneration((count) => count + 1)
  }, [])
  return {
    frame,
    phase,
    isHung,
    send,
    reload,
    frameKey: generation,
    address: isClosed ? CLOSED : address,
  }
}

interface Connecting<From> {
  frame: RefObject<HTMLIFrameElement | null>
  port: RefObject<MessagePort | undefined>
  schema: Schema<From>
  onMessage(message: From): void
  /** It is this frame's turn to be loaded. @returns its address */
  onTurn(): Promise<string>
  onAddress(address: string): void
  onReady(): void
  onHung(isHung: boolean): void
  onClosed(): void
}

/** Loads a frame when its turn comes, connects to it, and watches whether it answers. @returns how to end that */
function connect<From>({
  frame,
  port,
  schema,
  onMessage,
  onTurn,
  onAddress,
  onReady,
  onHung,
  onClosed,
}: Connecting<From>): () => void {
  let heard = Infinity
  let isOver = false
  const endTurn = turns.take(() => {
    heard = Date.now()
    void onTurn().then((found) => isOver || onAddress(found))
  })
  const onFrame = (event: MessageEvent) => {
    if (event.data !== READY || !frame.current || event.source !== frame.current.contentWindow) return
    const channel = new MessageChannel()
    port.current = channel.port1
    channel.port1.onmessage = ({ data }) => {
      heard = Date.now()
      onHung(false)
      // Answers, those to pings too, come after all that was asked before has been done.
      endTurn()
      const message = schema.safeParse(data)
      if (message.success) onMessage(message.data)
    }
    // The frame has an opaque origin, which no target origin can name.
    frame.current.contentWindow?.postMessage(CONNECT, '*', [channel.port2])
    heard = Date.now()
    onReady()
  }
  window.addEventListener('message', onFrame)
  const watch = setInterval(() => {
    if (document.visibilityState !== 'visible') heard = Math.max(heard, Date.now())
    port.current?.postMessage({ type: 'ping' })
    const silence = Date.now() - heard
    if (silence > SILENCE_MS) endTurn()
    if (silence > (port.current ? SILENCE_MS : CLOSE_MS)) onHung(true)
    if (silence > CLOSE_MS) onClosed()
  }, PING_EVERY_MS)
  return () => {
    window.removeEventListener('message', onFrame)
    clearInterval(watch)
    isOver = true
    endTurn()
    port.current?.close()
    port.current = undefined
  }
}
