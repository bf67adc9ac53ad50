'use client'

import { useEffect, useMemo, useState, type RefObject } from 'react'
import type { BoardModel } from '@/contract'
import { viewportIn } from '@/core/contexts'
import type { Case } from '@/core/matrix'
import type { FromBoard } from '@/stage'
import { type BoardLayout, contextOf, Doubt, stageCase, Trouble, useBoardFrame } from '../board'
import { useLatest } from '../hooks'
import { boardCells, type Geometry } from './geometry'

export interface LiveBoardProps {
  model: BoardModel
  layout: BoardLayout
  geometry: Geometry
  zoom: number
  /** The document's own context, by its place in the model. */
  ownContext: number
  cell: { width: number; height: number }
  scroller: RefObject<HTMLElement | null>
  /** Height of what stands above the board in its scroller. */
  headHeight: number
  /** Cases from which the size of a cell is taken. */
  sample: readonly Case[]
  onSize(cell: { width: number; height: number }): void
  onFailures(failures: ReadonlyMap<string, string>): void
}

/** The frame in which the board's cases live. It is as large as the board; only what is near the reader's sight is mounted. */
export function LiveBoard(props: LiveBoardProps) {
  const { model, geometry, onSize, onFailures } = props
  // Counts openings: each but a mere change of styles lays the cases out anew.
  const [opened, setOpened] = useState(0)
  const [problem, setProblem] = useState<string>()
  const [rendered, setRendered] = useState({ mounted: undefined as number | undefined, milliseconds: 0, count: 0 })
  const onMessage = (message: FromBoard) => {
    if (message.type === 'opened') {
      onSize(message)
      if (message.kept !== true) setOpened((count) => count + 1)
    } else if (message.type === 'broken') setProblem(message.reason)
    else if (message.type === 'rendered') {
      const { mounted, milliseconds } = message
      setRendered(({ count }) => ({ mounted, milliseconds, count: count + 1 }))
      onFailures(new Map(message.failures))
    }
  }
  const { frame, phase, lost, doubt, send, reload, frameKey, address } = useBoardFrame(model, onMessage)

  const contexts = useOpening(props, { phase, send, onOpen: () => setProblem(undefined) })
  useLayout(props, { contexts, opened, send })

  return (
    <>
      {lost !== undefined && (
        <Trouble text={lost} onRetry={reload} className="relative z-10 flex-col items-start bg-sheet" />
      )}
      <Doubt text={doubt} className="fixed inset-x-0 bottom-0 z-20 border-t border-b-0" />
      {problem !== undefined && (
        <p role="alert" className="absolute z-10 bg-sheet p-3 text-miss">
          The component cannot be shown: {problem}
        </p>
      )}
      <iframe
        key={frameKey}
        ref={frame}
        src={address}
        sandbox="allow-scripts"
        title={`${model.name}, all cases live`}
        tabIndex={-1}
        data-mounted={rendered.mounted}
        data-milliseconds={rendered.milliseconds}
        data-renderings={rendered.count}
        className="pointer-events-none absolute top-0 left-0 border-0"
        style={{
          width: Math.max(1, geometry.width),
          height: Math.max(1, geometry.height),
          colorScheme: 'light',
          visibility: lost === undefined ? 'visible' : 'hidden',
        }}
      />
    </>
  )
}

type Port = ReturnType<typeof useBoardFrame>

/** Opens the frame, and opens it again with what has changed. @returns the contexts as the frame numbers them */
function useOpening(
  { model, ownContext, sample }: LiveBoardProps,
  { phase, send, onOpen }: Pick<Port, 'phase' | 'send'> & { onOpen(): void },
) {
  const open = useLatest(onOpen)
  // The document's own context comes first; cells in others bear theirs themselves.
  const contexts = useMemo(
    () => [model.contexts[ownContext]!, ...model.contexts.filter((_, index) => index !== ownContext)],
    [model, ownContext],
  )
  useEffect(() => {
    if (phase !== 'ready') return
    open.current()
    send({
      type: 'open',
      component: model.component,
      contexts,
      sample: sample.map((theCase) => stageCase(model, theCase)),
      width: model.viewport.width,
      window: viewportIn(contexts[0]!.values, model.viewport).width,
    })
  }, [phase, send, open, model, contexts, sample])

  return contexts
}

/** Tells the frame where each case stands, and what of the board is in sight. */
function useLayout(
  { model, layout, geometry, zoom, cell, scroller, headHeight }: LiveBoardProps,
  {
    contexts,
    opened,
    send,
  }: { contexts: BoardModel['contexts'] } & {
    /** How often the frame has been opened. */
    opened: number
    send: Port['send']
  },
) {
  const cells = useMemo(
    () =>
      zoom === 0
        ? []
        : boardCells(layout, geometry, (theCase) => ({
            stageCase: stageCase(model, theCase),
            context: contextOf(contexts, theCase.values),
          })),
    [layout, geometry, zoom, model, contexts],
  )
  useEffect(() => {
    if (opened === 0 || cell.width === 0) return
    send({ type: 'layout', cells, cell, zoom: zoom || 1 })
    const look = () => {
      const { scrollTop = 0, clientHeight = 0 } = scroller.current ?? {}
      send({ type: 'sight', top: scrollTop - headHeight, bottom: scrollTop - headHeight + clientHeight })
    }
    look()
    let waiting = 0
    const onScroll = () => {
      waiting ||= requestAnimationFrame(() => {
        waiting = 0
        look()
      })
    }
    const element = scroller.current
    element?.addEventListener('scroll', onScroll, { passive: true })
    window.addEventListener('resize', onScroll)
    return () => {
      cancelAnimationFrame(waiting)
      element?.removeEventListener('scroll', onScroll)
      window.removeEventListener('resize', onScroll)
    }
  }, [opened, cells, cell, zoom, send, scroller, headHeight])
}
