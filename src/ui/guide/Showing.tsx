'use client'

import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import type { BoardModel } from '@/contract'
import { notShownLive, viewportIn } from '@/core/contexts'
import type { FromBoard, StageCase, StageContext } from '@/stage'
import { Doubt, Trouble, useBoardFrame, useIsolation } from '../board'

/** One thing that is shown, with its words. */
export interface Shown {
  staged: StageCase
  caption: ReactNode
}

const GAP = 12
const CAPTION = 22
const LEAST_ZOOM = 0.7
// Out of sight no frame is loaded: a guide may show a hundred.
const AHEAD = '600px'

/** Cases as they render, one beside the other, as many as there is room for; each under its caption. */
export function Showing({
  model: given,
  context,
  items,
  columns,
  label,
}: {
  model: BoardModel
  context: StageContext
  items: readonly Shown[]
  /** How many stand side by side where there is room; as many as fit without. */
  columns?: number
  label: string
}) {
  const { model } = useIsolation(given)
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  const [isNear, setNear] = useState(false)
  useEffect(() => {
    const element = box.current!
    const resized = new ResizeObserver(() => setWidth(element.clientWidth))
    resized.observe(element)
    const seen = new IntersectionObserver(([entry]) => entry?.isIntersecting && setNear(true), { rootMargin: AHEAD })
    seen.observe(element)
    return () => {
      resized.disconnect()
      seen.disconnect()
    }
  }, [])
  return (
    <figure
      ref={box}
      aria-label={label}
      className="my-3 min-h-16 max-w-full overflow-x-auto border border-line bg-sheet"
    >
      {isNear &&
        width > 0 &&
        (model.component.isolated ? (
          items.map((item) => (
            <Laid key={item.staged.key} {...{ model, context, width }} items={[item]} columns={1} label={label} />
          ))
        ) : (
          <Laid {...{ model, context, items, width, label, ...(columns !== undefined && { columns }) }} />
        ))}
    </figure>
  )
}

// What is isolated fills a window of its own; this much of it is shown.
const WINDOW = { width: 640, height: 300 }

interface LaidProps {
  model: BoardModel
  context: StageContext
  items: readonly Shown[]
  columns?: number
  width: number
  label: string
}

function Laid({ model, context, items, columns, width, label }: LaidProps) {
  const { isolated } = model.component
  const [natural, setNatural] = useState<{ width: number; height: number }>()
  const [problems, setProblems] = useState<readonly string[]>([])
  const { frame, phase, lost, doubt, send, reload, frameKey, address } = useBoardFrame(model, (message: FromBoard) => {
    if (message.type === 'opened')
      setNatural(isolated ? { width: Math.min(width, WINDOW.width), height: WINDOW.height } : message)
    if (message.type === 'rendered') setProblems(message.failures.map(([, text]) => text))
    if (message.type === 'broken') setProblems([message.reason])
  })
  const staged = useMemo(() => items.map((item) => item.staged), [items])
  const room = Math.max(200, width - 2 * GAP)
  useEffect(() => {
    if (phase === 'ready')
      send({
        type: 'open',
        component: model.component,
        contexts: [context],
        sample: staged,
        width: room,
        window: viewportIn(context.values, model.viewport).width,
      })
  }, [phase, send, model, context, staged, room])
  const layout = useMemo(
    () => natural && layOut({ natural, room, columns, count: items.length, width }),
    [natural, room, columns, items, width],
  )
  useLayout(send, model, staged, layout)
  return (
    <div className="relative" style={layout ? { width: layout.width, height: layout.height } : { height: 80 }}>
      {lost !== undefined && <Trouble text={lost} onRetry={reload} />}
      <Doubt text={doubt ?? notShownLive(context.values)} className="absolute inset-x-0 top-0 z-10" />
      <iframe
        key={frameKey}
        ref={frame}
        src={address}
        sandbox="allow-scripts"
        title={label}
        tabIndex={-1}
        data-showing={layout ? items.length : 0}
        className="pointer-events-none absolute border-0"
        style={{
          // Else a dark page would put a ground of its own behind what is transparent.
          colorScheme: 'light',
          ...(isolated
            ? { left: GAP, top: GAP, width: layout?.cell.width ?? 0, height: layout?.cell.height ?? 0 }
            : { left: 0, top: 0, width: layout?.width ?? 0, height: layout?.height ?? 0 }),
          visibility: lost === undefined ? 'visible' : 'hidden',
        }}
      />
      {layout && <Captions items={items} layout={layout} />}
      {problems.slice(0, 1).map((problem) => (
        <p key={problem} role="alert" className="absolute inset-x-0 bottom-0 bg-sheet px-2 text-miss">
          {problem}
        </p>
      ))}
    </div>
  )
}

interface Order {
  /** One case as it is by itself, in pixels. */
  natural: { width: number; height: number }
  /** Width that cases may take. */
  room: number
  columns: number | undefined
  count: number
  width: number
}

/** Where each case stands, and how much smaller than it is, in pixels. */
function layOut({ natural, room, columns, count, width }: Order) {
  // A matrix is seen whole where that leaves it legible; else it scrolls.
  const together = columns === undefined ? 1 : (room + GAP) / (columns * (natural.width + GAP))
  const zoom = Math.min(1, room / natural.width, Math.max(LEAST_ZOOM, together))
  const cell = { width: Math.ceil(natural.width * zoom), height: Math.ceil(natural.height * zoom) }
  const fit = Math.max(1, Math.floor((room + GAP) / (cell.width + GAP)))
  const across = columns === undefined ? Math.min(fit, count) : columns
  const places = Array.from({ length: count }, (_, at) => ({
    x: GAP + (at % across) * (cell.width + GAP),
    y: GAP + Math.floor(at / across) * (cell.height + CAPTION + GAP),
  }))
  const rows = Math.ceil(count / across)
  return {
    zoom,
    natural,
    cell,
    places,
    width: Math.max(width - 2, GAP + across * (cell.width + GAP)),
    height: GAP + rows * (cell.height + CAPTION + GAP),
  }
}

type Layout = ReturnType<typeof layOut>

/** Tells the frame where each case stands: all of it is in sight. */
function useLayout(
  send: ReturnType<typeof useBoardFrame>['send'],
  { component: { isolated }, viewport }: BoardModel,
  staged: readonly StageCase[],
  layout: Layout | undefined,
) {
  useEffect(() => {
    if (!layout) return
    const cell = isolated ? viewport : layout.natural
    const at = (index: number) => (isolated ? { x: 0, y: 0 } : layout.places[index]!)
    send({
      type: 'layout',
      cells: staged.map((stageCase, index) => ({ stageCase, context: 0, ...at(index) })),
      cell,
      zoom: isolated ? 1 : layout.zoom,
    })
    send({ type: 'sight', top: 0, bottom: layout.height })
  }, [send, staged, layout, isolated, viewport])
}

const Captions = ({ items, layout }: { items: readonly Shown[]; layout: Layout }) =>
  items.map((item, at) => (
    <figcaption
      key={item.staged.key + String(at)}
      className="absolute flex items-center gap-1 truncate text-quiet"
      style={{
        left: layout.places[at]!.x,
        top: layout.places[at]!.y + layout.cell.height,
        width: layout.cell.width,
        height: CAPTION,
      }}
    >
      {item.caption}
    </figcaption>
  ))
