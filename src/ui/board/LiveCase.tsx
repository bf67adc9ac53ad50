'use client'

import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { viewportIn } from '@/core/contexts'
import type { Case } from '@/core/matrix'
import type { FromBoard } from '@/stage'
import { useIsolation } from './isolation'
import { contextOf, stageCase } from './stageCase'
import { useBoardFrame } from './useBoardFrame'
import { placeIn, type Extent } from './placeIn'
import { Trouble } from './Trouble'

/** One case, rendered live in a frame of its own. Isolated components are shown so, one document each. */
export function LiveCase({ model: given, theCase, width, height, scale = 1 }: LiveCaseProps) {
  const { model } = useIsolation(given)
  const isIsolated = model.component.isolated
  const viewport = viewportIn(theCase.values, model.viewport)
  const { board, root, problem } = useCaseFrame({ model, theCase, width, height })
  const { frame, phase, lost, frameKey, reload, address } = board

  const shift = isIsolated && root && root.width > 0 ? placeIn(root, width, height) : undefined
  return (
    <div
      className="relative overflow-clip"
      style={{ width, height, scale: String(scale), transformOrigin: '0 0', backgroundColor: root?.ground }}
      data-live={theCase.key}
    >
      {(lost ?? problem) !== undefined && (
        <Trouble
          className="h-full flex-col items-start justify-center text-xs"
          text={lost ?? problem!}
          onRetry={reload}
        />
      )}
      {phase === 'loading' && lost === undefined && <p className="p-3 text-quiet">Loading …</p>}
      {problem === undefined && (
        <iframe
          key={frameKey}
          ref={frame}
          src={address}
          sandbox="allow-scripts"
          title={`${model.name}, ${theCase.key}`}
          tabIndex={-1}
          className="pointer-events-none absolute top-0 left-0 origin-top-left border-0"
          style={{
            width: isIsolated ? viewport.width : width,
            height: isIsolated ? viewport.height : height,
            transform: shift,
            visibility: lost === undefined ? 'visible' : 'hidden',
          }}
        />
      )}
    </div>
  )
}

/** A frame that shows one case, in a place of this size. */
function useCaseFrame({ model, theCase, width, height }: Omit<LiveCaseProps, 'scale'>) {
  const isIsolated = model.component.isolated
  const { contexts } = model
  const viewport = useMemo(() => viewportIn(theCase.values, model.viewport), [theCase, model])
  const [root, setRoot] = useState<Extent & { ground: string }>()
  const [problem, setProblem] = useState<string>()
  const natural = useRef<{ width: number; height: number }>(undefined)
  const sendRef = useRef<ReturnType<typeof useBoardFrame>['send']>(undefined)
  const staged = useMemo(() => stageCase(model, theCase), [model, theCase])
  const place = useCallback(() => {
    // What is larger than its place is shown smaller, not cut.
    const fit = natural.current ? Math.min(1, width / natural.current.width, height / natural.current.height) : 1
    const cell = isIsolated ? viewport : { width: width / fit, height: height / fit }
    const zoom = isIsolated ? 1 : fit
    sendRef.current?.({ type: 'layout', cells: [{ stageCase: staged, context: 0, x: 0, y: 0 }], cell, zoom })
    sendRef.current?.({ type: 'sight', top: 0, bottom: viewport.height })
  }, [staged, width, height, viewport, isIsolated])
  const onMessage = (message: FromBoard) => {
    if (message.type === 'opened') {
      natural.current = message.width > 0 ? message : undefined
      place()
    }
    if (message.type === 'root') setRoot(message)
    if (message.type === 'broken') setProblem(message.reason)
    if (message.type === 'rendered') setProblem(message.failures[0]?.[1])
  }
  const board = useBoardFrame(model, onMessage)
  const { phase, send } = board
  useEffect(() => {
    sendRef.current = send
  }, [send])
  const own = contexts[contextOf(contexts, theCase.values)]!
  useEffect(() => {
    if (phase === 'ready')
      send({
        type: 'open',
        component: { ...model.component, isolated: isIsolated },
        contexts: [own],
        sample: [staged],
        width: viewport.width,
        window: viewport.width,
      })
  }, [phase, send, model, own, staged, viewport.width, isIsolated])
  return { board, root, problem }
}

export interface LiveCaseProps {
  model: BoardModel
  theCase: Case
  width: number
  height: number
  scale?: number
}
