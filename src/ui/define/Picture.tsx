'use client'

import { Crosshair } from 'lucide-react'
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { coverSpace, type Case } from '@/core/matrix'
import type { Inventory, FromBoard, PartPlace, Picked } from '@/stage'
import { contextOf, HUNG, stageCase, Trouble, useBoardFrame, useIsolation } from '../board'
import { IconButton } from '../editing'

export interface PictureProps {
  model: BoardModel
  theCase: Case
  /** The part that is lit up, in the picture and in the list. */
  lit?: string
  onLight(part: string | undefined): void
  /** Numbers of parts, as the list gives them. */
  numbers: ReadonlyMap<string, number>
  /** A part is being pointed at; without a way of taking it none can be. */
  isPicking?: boolean
  onPicking?(is: boolean): void
  onPick?(picked: Picked): void
  /** What stands in the component's cases, for its lints; nothing is counted for nobody. */
  onCensus?(inventory: Inventory): void
}

interface Size {
  width: number
  height: number
}

/** The component, large and live, its parts outlined and numbered. */
export function Picture({
  model: given,
  theCase,
  lit,
  onLight,
  numbers,
  isPicking = false,
  onPicking,
  onPick,
  onCensus,
}: PictureProps) {
  const box = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<Size>()
  const [natural, setNatural] = useState<Size>()
  const [shift, setShift] = useState({ x: 0, y: 0 })
  const [places, setPlaces] = useState<readonly PartPlace[]>([])
  const [pointed, setPointed] = useState<Picked>()
  const [problem, setProblem] = useState<string>()
  const [opened, setOpened] = useState(0)
  const { model } = useIsolation(given)
  const { isolated } = model.component
  useLayoutEffect(() => {
    const element = box.current!
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  const sendRef = useRef<ReturnType<typeof useBoardFrame>['send']>(undefined)
  const onMessage = (message: FromBoard) => {
    switch (message.type) {
      case 'opened':
        setProblem(undefined)
        if (!isolated) setNatural({ width: message.width, height: message.height })
        if (message.kept !== true) setOpened((count) => count + 1)
        return
      case 'rendered':
        setProblem(message.failures[0]?.[1])
        return sendRef.current?.({ type: 'look' })
      case 'root':
        if (!size) return
        // A page that shows nothing stays where it is; of what is too large, the beginning is shown.
        setShift(
          message.width === 0
            ? { x: 0, y: 0 }
            : {
                x: Math.max(0, (size.width - message.width) / 2) - message.left,
                y: Math.max(0, (size.height - message.height) / 2) - message.top,
              },
        )
        return sendRef.current?.({ type: 'look' })
      case 'anatomy':
        // What takes no room is not to be seen.
        return setPlaces(
          message.places.map(({ part, rects }) => ({
            part,
            rects: rects.filter(({ width, height }) => width > 0 && height > 0),
          })),
        )
      case 'inventory':
        return onCensus?.(message.inventory)
      case 'picked':
        return setPointed(message.picked)
      case 'broken':
        return setProblem(message.reason)
      // The frame's own affair.
      case 'pong':
      case 'sideEffect':
        return
    }
  }
  const { frame, phase, isHung, send, reload, frameKey, address } = useBoardFrame(model, onMessage)
  useEffect(() => {
    sendRef.current = send
  }, [send])

  const staged = useMemo(() => stageCase(model, theCase), [model, theCase])
  const context = model.contexts[contextOf(model.contexts, theCase.values)]!
  useEffect(() => {
    if (phase !== 'ready') return
    send({
      type: 'open',
      component: model.component,
      contexts: [context],
      sample: [staged],
      width: model.viewport.width,
    })
  }, [phase, send, model, context, staged])
  const zoom = size && natural && !isolated ? zoomFor(size, natural) : 1
  useEffect(() => {
    if (!size || opened === 0) return
    const cell = isolated ? model.viewport : { width: size.width / zoom, height: size.height / zoom }
    send({ type: 'layout', cells: [{ stageCase: staged, context: 0, x: 0, y: 0 }], cell, zoom: isolated ? 1 : zoom })
    send({ type: 'sight', top: 0, bottom: 4000 })
  }, [opened, staged, size, zoom, isolated, model.viewport, send])

  const isCounted = onCensus !== undefined
  useEffect(() => {
    if (opened === 0 || !isCounted) return
    // After what is seen: counting mounts many cases once more.
    const waiting = setTimeout(() => send({ type: 'count', cases: countedCases(model) }), COUNT_AFTER_MS)
    return () => clearTimeout(waiting)
  }, [opened, model, send, isCounted])

  const pointAt = useCallback(
    (event: React.PointerEvent) => {
      const home = box.current!.getBoundingClientRect()
      const [x, y] = [event.clientX - home.left, event.clientY - home.top]
      if (isPicking) send({ type: 'look', at: [x - (isolated ? shift.x : 0), y - (isolated ? shift.y : 0)] })
      else onLight(partAt(places, x - (isolated ? shift.x : 0), y - (isolated ? shift.y : 0)))
    },
    [isPicking, isolated, shift, send, onLight, places],
  )
  useEffect(() => {
    if (!isPicking) return setPointed(undefined)
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && onPicking?.(false)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [isPicking, onPicking])

  const frameSize = isolated ? model.viewport : size
  return (
    <div className="relative h-full overflow-clip" ref={box} data-picture={theCase.key}>
      {frameSize && (
        <iframe
          key={frameKey}
          ref={frame}
          src={address}
          sandbox="allow-scripts"
          title={`${model.name}, ${theCase.key}`}
          tabIndex={-1}
          className="pointer-events-none absolute top-0 left-0 border-0"
          style={{
            ...frameSize,
            colorScheme: 'light',
            transform: isolated ? `translate(${shift.x}px, ${shift.y}px)` : undefined,
            visibility: isHung ? 'hidden' : 'visible',
          }}
        />
      )}
      <div
        className={`absolute inset-0 ${isPicking ? 'cursor-crosshair' : ''}`}
        onPointerMove={pointAt}
        onPointerLeave={() => onLight(undefined)}
        onPointerDown={(event) => isPicking && pointAt(event)}
        onClick={() => isPicking && pointed && onPick?.(pointed)}
      >
        <div aria-hidden style={{ transform: isolated ? `translate(${shift.x}px, ${shift.y}px)` : undefined }}>
          {!isPicking && <Outlines places={places} numbers={numbers} {...(lit !== undefined && { lit })} />}
          {pointed && <div className="absolute outline-2 outline-miss outline-dashed" style={pointed.rect} />}
        </div>
      </div>
      {onPicking && (
        <div className="absolute top-1.5 left-1.5 flex items-center gap-1 bg-sheet">
          <IconButton label="Point at a part" aria-pressed={isPicking} onClick={() => onPicking(!isPicking)}>
            <Crosshair size={14} aria-hidden />
          </IconButton>
          {isPicking && (
            <span className="num pr-2" role="status">
              {pointed
                ? `${pointed.part ? `${pointed.part}: ` : ''}${pointed.select}`
                : 'Point at it and click. Esc cancels.'}
            </span>
          )}
        </div>
      )}
      {(problem !== undefined || isHung) && (
        <Trouble
          text={problem ?? HUNG}
          onRetry={isHung ? reload : undefined}
          className="absolute inset-x-0 bottom-0 items-center border-t border-line bg-sheet"
        />
      )}
    </div>
  )
}

const COUNT_AFTER_MS = 500
const MAX_COUNTED = 300

/** Cases in which every pair of values stands once. */
function countedCases(model: BoardModel) {
  const { dimensions, ...space } = model.space
  const axes = { ...space, dimensions: dimensions.filter(({ kind }) => kind === 'axis') }
  const coverage = coverSpace(axes, 'pairs')
  return coverage.kind === 'cases' ? coverage.cases.slice(0, MAX_COUNTED).map((each) => stageCase(model, each)) : []
}

const LARGEST_ZOOM = 4

const zoomFor = (size: Size, natural: Size) => {
  const fit = Math.min((size.width - 60) / natural.width, (size.height - 60) / natural.height)
  // Whole and half steps keep lines sharp.
  return Math.max(0.5, Math.min(LARGEST_ZOOM, Math.floor(fit * 2) / 2))
}

/** The smallest part at a point. */
function partAt(places: readonly PartPlace[], x: number, y: number): string | undefined {
  const at = places
    .flatMap(({ part, rects }) => rects.map((rect) => ({ part, area: rect.width * rect.height, rect })))
    .filter(({ rect }) => x >= rect.left && x <= rect.left + rect.width && y >= rect.top && y <= rect.top + rect.height)
    .toSorted((a, b) => a.area - b.area)
  return at[0]?.part
}

function Outlines({
  places,
  numbers,
  lit,
}: {
  places: readonly PartPlace[]
  numbers: ReadonlyMap<string, number>
  lit?: string
}) {
  return (
    <>
      {places.flatMap(({ part, rects }) =>
        rects.map((rect, at) => (
          <div
            key={`${part} ${at}`}
            data-outline={part}
            className={`absolute ${part === lit ? 'z-10 outline-2 outline-ink' : 'outline outline-line-strong/50'}`}
            style={rect}
          />
        )),
      )}
      {balloons(places.filter(({ part }) => numbers.has(part))).map(({ part, x, y }) => (
        <span
          key={part}
          className={`num absolute z-20 grid size-[18px] place-items-center rounded-full border border-ink text-[0.625rem] leading-none ${part === lit ? 'bg-ink text-paper' : 'bg-sheet text-ink'}`}
          style={{ left: x - BALLOON / 2, top: y - BALLOON / 2 }}
        >
          {numbers.get(part)}
        </span>
      ))}
    </>
  )
}

const BALLOON = 18

/** Where each part's number stands: at a corner of its box, or along its edge, where no other stands yet. */
function balloons(places: readonly PartPlace[]): { part: string; x: number; y: number }[] {
  const placed: { part: string; x: number; y: number }[] = []
  const isFree = ({ x, y }: { x: number; y: number }) =>
    placed.every((other) => Math.hypot(other.x - x, other.y - y) > BALLOON)
  for (const { part, rects } of places) {
    const [rect] = rects
    if (!rect) continue
    const { left, top, width, height } = rect
    const corners = [
      [left, top],
      [left + width, top],
      [left + width, top + height],
      [left, top + height],
      [left + width / 2, top],
      [left + width / 2, top + height],
      [left, top + height / 2],
      [left + width, top + height / 2],
    ].map(([x, y]) => ({ part, x: x!, y: y! }))
    // Where all of them are taken it goes to the right of the last, along the top edge.
    const beside = Array.from({ length: 12 }, (_, at) => ({ part, x: left + (at + 1) * BALLOON, y: top }))
    placed.push([...corners, ...beside].find(isFree) ?? corners[0]!)
  }
  return placed
}
