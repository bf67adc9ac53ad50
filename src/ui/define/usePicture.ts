import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { viewportIn } from '@/core/contexts'
import type { BoardModel } from '@/contract'
import { coverSpace, type Case } from '@/core/matrix'
import type { FromBoard, Inventory, PartPlace, Picked, Proposed } from '@/stage'
import { contextOf, stageCase, useBoardFrame, useIsolation } from '../board'

/** Who hears what a picture shows besides where parts stand. */
export interface PictureListener {
  /** What stands in the component's cases, for its lints; nothing is counted for nobody. */
  onInventory?: ((inventory: Inventory) => void) | undefined
  /** What the case shows that no part names. */
  onProposed?: ((proposed: readonly Proposed[]) => void) | undefined
}

interface Size {
  width: number
  height: number
}

/** One case, as large as there is room for, with where its parts stand and what is pointed at. */
export function usePicture(given: BoardModel, theCase: Case, { onInventory, onProposed }: PictureListener) {
  const { box, size } = useSize()
  const [natural, setNatural] = useState<Size>()
  const [shift, setShift] = useState({ x: 0, y: 0 })
  const [places, setPlaces] = useState<readonly PartPlace[]>([])
  const [pointed, setPointed] = useState<Picked>()
  const [problem, setProblem] = useState<string>()
  const [opened, setOpened] = useState(0)
  const { model } = useIsolation(given)
  const { isolated } = model.component
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
        if (size) setShift(centred(size, message))
        return sendRef.current?.({ type: 'look' })
      case 'anatomy':
        onProposed?.(message.proposed)
        return setPlaces(message.places.map(visible))
      case 'inventory':
        return onInventory?.(message.inventory)
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
  const { phase, send, ...frame } = useBoardFrame(model, onMessage)
  useEffect(() => {
    sendRef.current = send
  }, [send])
  usePictureCase({ model, theCase, phase, send, opened, size, natural, isCounted: onInventory !== undefined })
  const look = useCallback(
    (x: number, y: number) => send({ type: 'look', at: [x - (isolated ? shift.x : 0), y - (isolated ? shift.y : 0)] }),
    [send, isolated, shift],
  )
  return {
    ...{ model, box, frame, places, pointed, setPointed, problem, look },
    /** How the frame lies in the box. */
    frameSize: isolated ? viewportIn(theCase.values, model.viewport) : size,
    shift: isolated ? shift : undefined,
  }
}

function useSize() {
  const box = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<Size>()
  useLayoutEffect(() => {
    const element = box.current!
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return { box, size }
}

/** Tells the frame what to show, and what to count for lints. */
function usePictureCase({
  model,
  theCase,
  phase,
  send,
  opened,
  size,
  natural,
  isCounted,
}: {
  model: BoardModel
  theCase: Case
  /** How often a component has been opened in the frame. */
  opened: number
  size: Size | undefined
  natural: Size | undefined
  isCounted: boolean
} & Pick<ReturnType<typeof useBoardFrame>, 'phase' | 'send'>) {
  const { isolated } = model.component
  const staged = useMemo(() => stageCase(model, theCase), [model, theCase])
  const context = model.contexts[contextOf(model.contexts, theCase.values)]!
  useEffect(() => {
    if (phase !== 'ready') return
    const { width } = viewportIn(context.values, model.viewport)
    send({ type: 'open', component: model.component, contexts: [context], sample: [staged], width, window: width })
  }, [phase, send, model, context, staged])
  const zoom = size && natural && !isolated ? zoomFor(size, natural) : 1
  useEffect(() => {
    if (!size || opened === 0) return
    const cell = isolated
      ? viewportIn(context.values, model.viewport)
      : { width: size.width / zoom, height: size.height / zoom }
    send({ type: 'layout', cells: [{ stageCase: staged, context: 0, x: 0, y: 0 }], cell, zoom: isolated ? 1 : zoom })
    send({ type: 'sight', top: 0, bottom: 4000 })
  }, [opened, staged, size, zoom, isolated, context, model.viewport, send])
  useEffect(() => {
    if (opened === 0 || !isCounted) return
    // After what is seen: counting mounts many cases once more.
    const waiting = setTimeout(() => send({ type: 'count', cases: countedCases(model) }), COUNT_AFTER_MS)
    return () => clearTimeout(waiting)
  }, [opened, model, send, isCounted])
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

/** What takes no room is not to be seen. */
const visible = ({ part, rects }: PartPlace): PartPlace => ({
  part,
  rects: rects.filter(({ width, height }) => width > 0 && height > 0),
})

/** A page that shows nothing stays where it is; of what is too large, the beginning is shown. */
const centred = (size: Size, root: Size & { left: number; top: number }) =>
  root.width === 0
    ? { x: 0, y: 0 }
    : {
        x: Math.max(0, (size.width - root.width) / 2) - root.left,
        y: Math.max(0, (size.height - root.height) / 2) - root.top,
      }

const LARGEST_ZOOM = 4

const zoomFor = (size: Size, natural: Size) => {
  const fit = Math.min((size.width - 60) / natural.width, (size.height - 60) / natural.height)
  // Whole and half steps keep lines sharp.
  return Math.max(0.5, Math.min(LARGEST_ZOOM, Math.floor(fit * 2) / 2))
}
