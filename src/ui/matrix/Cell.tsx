'use client'

import { useEffect, useRef, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import type { Case } from '@/core/matrix'
import { isPictured, LiveCase, StillCase, type BoardLayout } from '../board'
import { useRuns } from '../live'
import { Mark, markLabel } from '../marks'
import { cellLeft } from './geometry'
import type { CellState, RowProps } from './gridProps'
import { neighbour } from './neighbour'
import type { CellPlace } from './selection'

// Below this no word is legible.
const LEAST_NOTED_ZOOM = 0.5

/** A combination that does not exist, or a case that the sheet's cover leaves out: that one is drawn when it is pressed. */
export function Absent(props: RowProps & { column: number; leftOut: Case | undefined }) {
  const { geometry, rowHeadWidth, column, leftOut, onLeftOut } = props
  const style = {
    left: rowHeadWidth + cellLeft(geometry, column),
    width: geometry.cellWidth,
    height: geometry.cellHeight,
  }
  const className = 'absolute flex items-center justify-center bg-paper text-quiet'
  if (!leftOut)
    return (
      <div role="gridcell" title="This combination does not exist" {...{ className, style }}>
        ×
      </div>
    )
  return (
    <div role="gridcell" {...{ className, style }}>
      <button
        type="button"
        className="absolute inset-1 border border-dashed border-line-strong hover:bg-pick"
        data-left-out={leftOut.key}
        title={`${leftOut.key}: left out by the sheet’s cover. Press to draw it.`}
        aria-label={`${leftOut.key}, left out by the sheet’s cover: draw it`}
        onClick={() => onLeftOut(leftOut.key)}
      >
        {geometry.cellWidth > 70 && 'left out'}
      </button>
    </div>
  )
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
}

/** One case: live where it has a document of its own, with its mark; selected by pointer and keys. */
export function Cell(props: RowProps & { column: number; theCase: Case }) {
  const { model, layout, geometry, zoom, selected, chosen, isIsolated, rowHeadWidth, index, column, theCase } = props
  const { ownContext, stateOf, isOutdated, shown, failures, onSelect, onDraw, drawnFrom } = props
  const { library } = useRuns()
  const button = useRef<HTMLButtonElement>(null)
  const { mark, misses } = stateOf(theCase.key)
  const isSelected = selected === theCase.key
  const isChosen = isSelected || chosen.has(theCase.key)
  const place = { row: index, column }
  const isFaded = !shown.has(mark)
  useFocusFollows(button, isSelected)
  const failure = failures.get(theCase.key)
  return (
    <div
      role="gridcell"
      aria-colindex={column + 1}
      className={`absolute ${zoom === 0 ? 'bg-sheet' : ''}`}
      style={{
        left: rowHeadWidth + cellLeft(geometry, column),
        width: geometry.cellWidth,
        height: geometry.cellHeight,
      }}
    >
      {isIsolated && zoom > 0 && (
        <LiveCase
          model={model}
          theCase={theCase}
          width={geometry.cellWidth / zoom}
          height={geometry.cellHeight / zoom}
          scale={zoom}
        />
      )}
      {zoom >= LEAST_NOTED_ZOOM && isPictured(model, theCase, isIsolated ? undefined : model.contexts[ownContext]) && (
        <StillCase isOver {...{ library, model, theCase }} width={geometry.cellWidth} height={geometry.cellHeight} />
      )}
      <button
        ref={button}
        type="button"
        tabIndex={isSelected || (selected === undefined && isFirst(layout, index, column)) ? 0 : -1}
        data-case={theCase.key}
        data-mark={mark}
        aria-pressed={isChosen}
        aria-label={`${theCase.key || 'the only case'}: ${markLabel(mark, isOutdated, misses)}`}
        title={failure ?? theCase.key}
        className={`absolute inset-0 outline-offset-[-2px] hover:bg-ink/5 ${isSelected ? 'z-10 outline-2 outline-ink' : ''} ${isChosen && !(isSelected && chosen.size < 2) ? 'is-chosen' : ''} ${isFaded ? 'bg-paper/80' : ''}`}
        onClick={(event) =>
          onSelect(theCase, place, event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'toggle' : 'only')
        }
        {...drawing(place, drawnFrom, onDraw)}
        onKeyDown={(event) => step(props, event)}
      >
        <CellMark {...{ zoom, mark, misses, isOutdated }} isBroken={failure !== undefined} />
      </button>
    </div>
  )
}

/** Arrows go to the next cell that exists, and select up to it with Shift. */
function step(
  { layout, index, column, reveal, selected, theCase, onSelect }: RowProps & { column: number; theCase: Case },
  event: KeyboardEvent,
) {
  const way = STEPS[event.key]
  // Once more opens what was read in it: the way there by Tab is long.
  if (event.key === 'Enter' && selected === theCase.key) {
    event.preventDefault()
    document.querySelector<HTMLElement>('[data-testid=card] button')?.focus()
  }
  if (!way) return
  event.preventDefault()
  const next = neighbour(layout, index, column, way)
  if (!next) return
  reveal(next.row)
  onSelect(next.theCase, { row: next.row, column: next.column }, event.shiftKey ? 'to' : 'only')
}

const isFirst = (layout: BoardLayout, row: number, column: number) =>
  row === layout.rows.findIndex((each) => each.kind === 'cells') && column === 0

/** The focus stays with the selected case when the keys move it from cell to cell. */
function useFocusFollows(button: RefObject<HTMLButtonElement | null>, isSelected: boolean) {
  useEffect(() => {
    if (
      isSelected &&
      document.activeElement?.getAttribute('data-case') !== null &&
      document.activeElement !== button.current
    )
      button.current?.focus({ preventScroll: true })
  }, [button, isSelected])
}

/** Cells over which a pressed pointer is drawn are selected together. */
const drawing = (
  place: CellPlace,
  drawnFrom: RowProps['drawnFrom'],
  onDraw: RowProps['onDraw'],
): { onPointerDown(event: PointerEvent): void; onPointerEnter(event: PointerEvent): void } => ({
  onPointerDown: (event: PointerEvent) => {
    if (event.button === 0 && !event.shiftKey && !event.ctrlKey && !event.metaKey) drawnFrom.current = place
  },
  onPointerEnter: (event: PointerEvent) => {
    if ((event.buttons & 1) === 0) drawnFrom.current = undefined
    else if (drawnFrom.current) onDraw(drawnFrom.current, place)
  },
})

interface CellMarkProps extends CellState {
  zoom: number
  isOutdated: boolean
  /** It could not be shown. */
  isBroken: boolean
}

const CellMark = ({ zoom, mark, misses, isOutdated, isBroken }: CellMarkProps) => (
  <span
    className={`flex items-center gap-0.5 ${zoom === 0 ? 'absolute inset-0 justify-center' : 'absolute top-0 left-0 border-r border-b border-line bg-sheet p-px pr-0.5'}`}
  >
    <Mark kind={isBroken ? 'unread' : mark} isOutdated={isOutdated} width={10} height={10} />
    {mark === 'misses' && zoom > 0 && <span className="num text-[0.6875rem] leading-none text-miss">{misses}</span>}
  </span>
)
