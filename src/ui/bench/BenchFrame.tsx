'use client'

import { useCallback, useEffect, useRef, useState, type RefObject } from 'react'
import type { BenchModel } from '@/contract'
import type { Bench } from '@/core/bench'
import { MEASURE_KEY, fromLiveSchema, type FromLive, type StageCase, type StageContext, type ToLive } from '@/stage'
import { Doubt, Trouble, useStageFrame } from '../board'
import { useLatest } from '../hooks'

export type Rendered = Extract<FromLive, { type: 'rendered' }>
export type BenchEvent = Extract<FromLive, { type: 'event' }>

// A component that is higher than its place gets more of it, up to a window's worth.
const MAX_HEIGHT = 720
const MARGIN = 24

export type Show = (settings: Bench['settings'], context: StageContext) => void

export interface BenchFrameProps {
  model: BenchModel
  settings: Bench['settings']
  context: StageContext
  label: string
  height: number
  /** Gets a way of showing something at once, without waiting for the page around to be rendered. */
  handle?: RefObject<Show | null> | undefined
  onRendered?(rendered: Rendered): void
  onEvent?(event: BenchEvent): void
}

/** The live component: it follows every change of its setting, and can be used as it is. */
export function BenchFrame({ model, settings, context, label, height, handle, onRendered, onEvent }: BenchFrameProps) {
  const [problem, setProblem] = useState<string>()
  const [isOpen, setOpen] = useState(false)
  const [needed, setNeeded] = useState(0)
  const { frame, phase, lost, doubt, send, reload, frameKey, address } = useStageFrame<ToLive, FromLive>(
    'live',
    model.slug,
    fromLiveSchema,
    (message) => {
      if (message.type === 'rendered') {
        setOpen(true)
        setProblem(message.failure)
        setNeeded(Math.min(MAX_HEIGHT, Math.ceil(message.extent.height) + 2 * MARGIN))
        onRendered?.(message)
      }
      if (message.type === 'event') onEvent?.(message)
      if (message.type === 'broken') setProblem(message.reason)
    },
  )
  useShowing({ model, settings, context, handle, phase, frameKey, send, reload, onNew: () => setOpen(false) })
  useMeasureKey(send)
  const fault = lost ?? problem
  return (
    <>
      {fault && (
        <Trouble
          text={fault}
          onRetry={lost === undefined ? undefined : reload}
          className="items-center border-b border-line bg-sheet"
        />
      )}
      <Doubt text={doubt} />
      <iframe
        key={frameKey}
        ref={frame}
        src={address}
        sandbox="allow-scripts"
        title={label}
        data-bench={isOpen ? 'open' : 'opening'}
        className="block w-full border-0"
        style={{ height: Math.max(height, needed), colorScheme: 'light' }}
      />
    </>
  )
}

const caseOf = ({ props, slots, changes, forced }: Bench['settings']): StageCase => ({
  key: 'bench',
  props,
  slots,
  changes,
  forced,
})

/** Has the frame show what is set: all of it when it opens, then what changes, turn by turn. */
function useShowing({
  model,
  settings,
  context,
  handle,
  phase,
  frameKey,
  send,
  reload,
  onNew,
}: Pick<BenchFrameProps, 'model' | 'settings' | 'context' | 'handle'> &
  Pick<ReturnType<typeof useStageFrame<ToLive, FromLive>>, 'phase' | 'frameKey' | 'send' | 'reload'> & {
    /** Another component comes into the frame. */
    onNew(): void
  }) {
  const turn = useRef(0)
  const forget = useLatest(onNew)
  const shown = useRef({ settings, context })
  const latest = useLatest({ settings, context })
  // Another component, or other files of it: a page's modules and element names are loaded once.
  const opened = useRef(model)
  useEffect(() => {
    if (opened.current === model) return
    opened.current = model
    forget.current()
    reload()
  }, [model, reload, forget])
  useEffect(() => {
    if (phase !== 'ready' || opened.current !== model) return
    const { settings, context } = latest.current
    shown.current = { settings, context }
    const stageCase = caseOf(settings)
    send({ type: 'open', purpose: 'bench', component: model.component, events: model.events, stageCase, context })
    // What is shown first is what is set then; all later changes are told one by one.
  }, [phase, frameKey, send, model, latest])
  const isReady = phase === 'ready'
  const show = useCallback(
    (next: Bench['settings'], around: StageContext) => {
      const { settings: known, context: before } = shown.current
      if (!isReady || (known === next && before === around)) return
      shown.current = { settings: next, context: around }
      send({
        type: 'update',
        stageCase: caseOf(next),
        turn: ++turn.current,
        ...(before !== around && { context: around }),
      })
    },
    [isReady, send],
  )
  useEffect(() => show(settings, context), [show, settings, context])
  useEffect(() => {
    if (!handle) return
    handle.current = show
    return () => void (handle.current = null)
  }, [handle, show])
}

/** Tells the frame while the key is held that measures. */
function useMeasureKey(send: (message: ToLive) => void) {
  // The key may be held while the focus is anywhere on the page; what is pointed at, only the frame knows.
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === MEASURE_KEY) send({ type: 'measure', isHeld: event.type === 'keydown' })
    }
    const onBlur = () => send({ type: 'measure', isHeld: false })
    window.addEventListener('keydown', onKey)
    window.addEventListener('keyup', onKey)
    window.addEventListener('blur', onBlur)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('keyup', onKey)
      window.removeEventListener('blur', onBlur)
    }
  }, [send])
}
