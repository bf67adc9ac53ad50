'use client'

import { useCallback, useContext, useEffect, useRef, useState, type RefObject } from 'react'
import { CONNECT, READY } from '@/stage'
import { useLatest } from '../hooks'
import { countSilence } from './silence'
import { StageSource, type StageProgramName } from './stageAddress'
import { makeTurns } from './turns'
import { useDoubt, type Said } from './useDoubt'

// A frame that does not answer for this long is told as hung. Its process may only be waiting for a processor, so it stays.
const SILENCE_MS = 4000
// After this long it is closed, which gives back what its code takes of the machine.
const CLOSE_MS = 20_000
const PING_EVERY_MS = 1000
const CLOSED = 'about:blank'

const HUNG = 'The component stopped responding.'
const WENT_AWAY =
  'The component left its page, by going elsewhere, loading it anew or writing another. Its frame was closed.'
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
export function useStageFrame<To extends { type: string }, From extends Said>(
  program: StageProgramName,
  slug: string,
  schema: Schema<From>,
  onMessage: (message: From) => void,
) {
  const frame = useRef<HTMLIFrameElement>(null)
  const port = useRef<MessagePort>(undefined)
  const handler = useLatest(onMessage)
  const [phase, setPhase] = useState<FramePhase>('loading')
  /** Why nothing can be seen of it; undefined as long as it answers. */
  const [lost, setLost] = useState<string>()
  const { doubt, hear, forget } = useDoubt()
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
        onMessage: (message) => {
          hear(message)
          handler.current(message)
        },
        onTurn: () => source(program, slug),
        onAddress: setAddress,
        onReady: () => setPhase('ready'),
        onHung: (isHung) => setLost(isHung ? HUNG : undefined),
        onWentAway: () => {
          setLost(WENT_AWAY)
          setClosed(true)
        },
        onClosed: () => setClosed(true),
      }),
    [schema, source, program, slug, generation, handler, hear],
  )

  const send = useCallback((message: To) => port.current?.postMessage(message), [])
  /** Loads the frame anew: after it hung, or since a page knows a custom element's name only once. */
  const reload = useCallback(() => {
    setPhase('loading')
    setAddress(undefined)
    setLost(undefined)
    forget()
    setClosed(false)
    setGeneration((count) => count + 1)
  }, [forget])
  return { frame, phase, lost, doubt, send, reload, frameKey: generation, address: isClosed ? CLOSED : address }
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
  /** It shows another document than the stage's. */
  onWentAway(): void
  onClosed(): void
}

/** Calls back when a frame, which may not be there yet, has loaded a second document. @returns how to end that */
function onSecondLoad(frame: RefObject<HTMLIFrameElement | null>, work: () => void): () => void {
  let loads = 0
  const onLoad = ({ target }: Event) => {
    if (target !== frame.current) return
    loads++
    if (loads > 1) work()
  }
  // It does not bubble, and is heard on its way down.
  document.addEventListener('load', onLoad, true)
  return () => document.removeEventListener('load', onLoad, true)
}

/** Hands a frame its end of a channel. @returns our end */
function openPort({ contentWindow }: HTMLIFrameElement, onData: (data: unknown) => void): MessagePort {
  const { port1, port2 } = new MessageChannel()
  port1.onmessage = ({ data }) => onData(data)
  // The frame has an opaque origin, which no target origin can name.
  contentWindow?.postMessage(CONNECT, '*', [port2])
  return port1
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
  onWentAway,
  onClosed,
}: Connecting<From>): () => void {
  const silence = countSilence(2 * PING_EVERY_MS)
  let isOver = false
  let stopLooking = () => {}
  const endTurn = turns.take(() => {
    silence.end()
    void onTurn().then((found) => {
      if (isOver) return
      // The first document that is loaded from here on is the stage's, and should be the last.
      stopLooking = onSecondLoad(frame, () => {
        endWatch()
        onWentAway()
      })
      onAddress(found)
    })
  })
  const onFrame = (event: MessageEvent) => {
    if (event.data !== READY || !frame.current || event.source !== frame.current.contentWindow) return
    port.current = openPort(frame.current, (data) => {
      silence.end()
      onHung(false)
      // Answers, those to pings too, come after all that was asked before has been done.
      endTurn()
      const message = schema.safeParse(data)
      if (message.success) onMessage(message.data)
    })
    silence.end()
    onReady()
  }
  window.addEventListener('message', onFrame)
  const watch = setInterval(() => {
    const silent = silence.tick(document.visibilityState === 'visible')
    port.current?.postMessage({ type: 'ping' })
    if (silent > SILENCE_MS) endTurn()
    if (silent > (port.current ? SILENCE_MS : CLOSE_MS)) onHung(true)
    if (silent > CLOSE_MS) onClosed()
  }, PING_EVERY_MS)
  const endWatch = () => {
    window.removeEventListener('message', onFrame)
    stopLooking()
    clearInterval(watch)
    isOver = true
    endTurn()
    port.current?.close()
    port.current = undefined
  }
  return endWatch
}
