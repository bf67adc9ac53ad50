'use client'

import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useCallback, useEffect, useRef, type ReactNode, type RefObject } from 'react'
import type { Case } from '@/core/matrix'
import { isBeforeSteps, LiveCase, type BoardLayout, type BoardModel } from '../board'
import { Mark, markLabel, type MarkKind } from '../marks'
import { cellLeft, type Geometry } from './geometry'
import { neighbour } from './neighbour'
import type { CellPlace, Pick as HowPicked } from './selection'

export interface CellState {
  mark: MarkKind
  misses: number
}

export interface GridProps {
  model: BoardModel
  layout: BoardLayout
  geometry: Geometry
  zoom: number
  axes: { down: readonly string[]; across: readonly string[] }
  stateOf(key: string): CellState
  isOutdated: boolean
  /** Marks that are shown; others are faded. */
  shown: ReadonlySet<MarkKind>
  failures: ReadonlyMap<string, string>
  selected?: string
  /** Cases that are selected besides. */
  chosen: ReadonlySet<string>
  onSelect(one: Case, place: CellPlace, how: HowPicked): void
  /** A pointer is drawn over cells, from the first to this one. */
  onDraw(from: CellPlace, to: CellPlace): void
  /** A head was pressed: all of its cases. */
  onHead(keys: readonly string[], adds: boolean): void
  /** Keys of all cases on the board with a value. */
  withValue(axis: string, value: string): string[]
  isIsolated: boolean
  scroller: RefObject<HTMLDivElement | null>
  headHeight: number
  rowHeadWidth: number
  children: ReactNode
}

/** The board's heads and cells, over the frame in which the cases live. */
export function Grid({ children, ...props }: GridProps) {
  const { layout, geometry, scroller, headHeight, rowHeadWidth } = props
  const rows = useVirtualizer({
    count: layout.rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (layout.rows[index]!.kind === 'page' ? geometry.pageHeight : geometry.cellHeight + 1),
    overscan: 6,
    scrollMargin: headHeight,
  })
  useEffect(() => rows.measure(), [rows, geometry])
  const reveal = useCallback((row: number) => rows.scrollToIndex(row, { align: 'auto' }), [rows])
  return (
    <div
      ref={scroller}
      className="relative min-h-0 flex-1 overflow-auto bg-paper"
      data-testid="board"
      onPointerUp={() => (drawnFrom = undefined)}
      onPointerLeave={() => (drawnFrom = undefined)}
    >
      <div style={{ width: rowHeadWidth + geometry.width, height: headHeight + geometry.height }} className="relative">
        <ColumnHeads {...props} />
        <div
          className="absolute bg-line"
          style={{ left: rowHeadWidth, top: headHeight, width: geometry.width, height: geometry.height }}
        >
          {children}
        </div>
        <div
          role="grid"
          aria-label="Cases"
          aria-rowcount={layout.rows.length}
          aria-colcount={layout.columns.length}
          className="absolute left-0"
          style={{ top: headHeight, width: '100%' }}
        >
          {rows.getVirtualItems().map(({ index }) => (
            <Row key={index} {...props} index={index} reveal={reveal} />
          ))}
        </div>
      </div>
    </div>
  )
}

type HeadProps = Pick<
  GridProps,
  'layout' | 'geometry' | 'axes' | 'headHeight' | 'rowHeadWidth' | 'onHead' | 'withValue'
>

function ColumnHeads({ layout, geometry, axes, headHeight, rowHeadWidth, onHead, withValue }: HeadProps) {
  return (
    <div
      data-columns
      className="sticky top-0 z-20 border-b border-line-strong bg-paper"
      style={{ height: headHeight, width: rowHeadWidth + geometry.width }}
    >
      <div
        className="sticky left-0 z-10 float-left flex h-full flex-col justify-end overflow-hidden border-r border-line bg-paper px-2 pb-0.5 text-quiet"
        style={{ width: rowHeadWidth }}
      >
        <span className="truncate">{axes.across.join(' · ')} →</span>
        <span className="truncate">{axes.down.join(' · ')} ↓</span>
      </div>
      {layout.columns.map((values, column) => (
        <div
          key={values.join()}
          className="absolute bottom-0 overflow-hidden px-1 pb-1 text-center leading-tight"
          style={{ left: rowHeadWidth + cellLeft(geometry, column), width: geometry.cellWidth }}
          title={values.join(' · ')}
        >
          {geometry.cellWidth < 40 ? (
            <span className="num inline-block max-h-16 [writing-mode:vertical-rl]">{values.join(' ')}</span>
          ) : (
            values.map((value, at) => (
              <HeadValue
                key={axes.across[at]}
                axis={axes.across[at]!}
                value={value}
                onChoose={(adds) =>
                  onHead(
                    values.length > 1
                      ? withValue(axes.across[at]!, value)
                      : layout.rows.flatMap((row) => (row.kind === 'cells' ? (row.cells[column]?.key ?? []) : [])),
                    adds,
                  )
                }
              />
            ))
          )}
        </div>
      ))}
    </div>
  )
}

type RowProps = Omit<GridProps, 'children'> & { index: number; reveal(row: number): void }

/** Scrolling renders the grid anew: rows that stay are left alone. */
const Row = memo(function Row(props: RowProps) {
  const { layout, geometry, rowHeadWidth, index, axes, onHead, withValue } = props
  const row = layout.rows[index]!
  const top = geometry.rowTops[index]!
  if (row.kind === 'page') {
    return (
      <div
        role="row"
        aria-rowindex={index + 1}
        className="absolute left-0 w-full bg-paper"
        style={{ top, height: geometry.pageHeight }}
      >
        <div role="gridcell" className="sticky left-0 inline-flex h-full items-end gap-2 px-2 pb-1 font-semibold">
          {row.label}
        </div>
      </div>
    )
  }
  return (
    <div
      role="row"
      aria-rowindex={index + 1}
      className="absolute left-0 w-full"
      style={{ top, height: geometry.cellHeight }}
    >
      <div
        role="rowheader"
        className="sticky left-0 z-10 float-left flex h-full flex-col justify-center overflow-hidden border-r border-b border-line bg-paper px-2 leading-tight"
        style={{ width: rowHeadWidth }}
        title={row.values.join(' · ')}
      >
        {row.values.length > 0 && (
          <button
            type="button"
            className="absolute top-0 right-0 bottom-0 w-6 border-l border-line hover:bg-pick"
            aria-label={`Select the row ${row.values.join(' · ')}`}
            title="Select the row"
            onClick={(event) => onHead(keysOf(row.cells), event.ctrlKey || event.metaKey || event.shiftKey)}
          />
        )}
        {geometry.cellHeight < 34 ? (
          <span className="truncate pr-6">{row.values.join(' · ')}</span>
        ) : (
          row.values.map((value, at) => (
            <HeadValue
              key={at}
              axis={axes.down[at]!}
              value={value}
              onChoose={(adds) => onHead(withValue(axes.down[at]!, value), adds)}
            />
          ))
        )}
      </div>
      {row.cells.map((one, column) =>
        one ? (
          <Cell key={one.key} {...props} one={one} column={column} />
        ) : (
          <Absent key={column} {...props} column={column} />
        ),
      )}
    </div>
  )
})

// Below this no word is legible.
const LEAST_NOTED_ZOOM = 0.5

const keysOf = (cells: readonly (Case | undefined)[]) => cells.flatMap((one) => (one ? [one.key] : []))

/** A value in a head: pressed, all cases that have it are selected. */
function HeadValue({ axis, value, onChoose }: { axis: string; value: string; onChoose(adds: boolean): void }) {
  return (
    <button
      type="button"
      className="block max-w-full truncate text-left hover:underline in-[[data-columns]]:mx-auto"
      title={`Select ${axis} ${value}; with Ctrl, add it`}
      onClick={(event) => onChoose(event.ctrlKey || event.metaKey || event.shiftKey)}
    >
      {value}
    </button>
  )
}

function Absent({ geometry, rowHeadWidth, column }: RowProps & { column: number }) {
  const left = rowHeadWidth + cellLeft(geometry, column)
  return (
    <div
      role="gridcell"
      className="absolute flex items-center justify-center bg-paper text-quiet"
      title="This combination does not exist"
      style={{ left, width: geometry.cellWidth, height: geometry.cellHeight }}
    >
      ×
    </div>
  )
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
}

/** Where the pointer went down that is being drawn over the cells; there is one pointer. */
let drawnFrom: CellPlace | undefined

function Cell({
  model,
  layout,
  geometry,
  zoom,
  stateOf,
  isOutdated,
  shown,
  failures,
  selected,
  chosen,
  onSelect,
  onDraw,
  isIsolated,
  rowHeadWidth,
  index,
  column,
  one,
  reveal,
}: RowProps & { column: number; one: Case }) {
  const button = useRef<HTMLButtonElement>(null)
  const { mark, misses } = stateOf(one.key)
  const isSelected = selected === one.key
  const isChosen = isSelected || chosen.has(one.key)
  const place = { row: index, column }
  const isFaded = !shown.has(mark)
  useEffect(() => {
    if (
      isSelected &&
      document.activeElement?.getAttribute('data-case') !== null &&
      document.activeElement !== button.current
    )
      button.current?.focus({ preventScroll: true })
  }, [isSelected])
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = STEPS[event.key]
    if (!step) return
    event.preventDefault()
    const next = neighbour(layout, index, column, step)
    if (!next) return
    reveal(next.row)
    onSelect(next.one, { row: next.row, column: next.column }, event.shiftKey ? 'to' : 'only')
  }
  const failure = failures.get(one.key)
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
          one={one}
          width={geometry.cellWidth / zoom}
          height={geometry.cellHeight / zoom}
          scale={zoom}
        />
      )}
      {zoom >= LEAST_NOTED_ZOOM && isBeforeSteps(model, one) && (
        <span className="pointer-events-none absolute right-0 bottom-0 bg-sheet/90 px-1 text-xs text-quiet">
          before its steps
        </span>
      )}
      <button
        ref={button}
        type="button"
        tabIndex={isSelected || (selected === undefined && isFirst(layout, index, column)) ? 0 : -1}
        data-case={one.key}
        data-mark={mark}
        aria-pressed={isChosen}
        aria-label={`${one.key || 'the only case'}: ${markLabel(mark, isOutdated, misses)}`}
        title={failure ?? one.key}
        className={`absolute inset-0 outline-offset-[-2px] hover:bg-ink/5 ${isSelected ? 'z-10 outline-2 outline-ink' : ''} ${isChosen && !(isSelected && chosen.size < 2) ? 'is-chosen' : ''} ${isFaded ? 'bg-paper/80' : ''}`}
        onClick={(event) =>
          onSelect(one, place, event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'toggle' : 'only')
        }
        onPointerDown={(event) => {
          if (event.button === 0 && !event.shiftKey && !event.ctrlKey && !event.metaKey) drawnFrom = place
        }}
        onPointerEnter={(event) => {
          if ((event.buttons & 1) === 0) drawnFrom = undefined
          else if (drawnFrom) onDraw(drawnFrom, place)
        }}
        onKeyDown={onKeyDown}
      >
        <span
          className={`flex items-center gap-0.5 ${zoom === 0 ? 'absolute inset-0 justify-center' : 'absolute top-0 left-0 border-r border-b border-line bg-sheet p-px pr-0.5'}`}
        >
          <Mark kind={failure === undefined ? mark : 'unread'} isOutdated={isOutdated} width={10} height={10} />
          {mark === 'misses' && zoom > 0 && (
            <span className="num text-[0.6875rem] leading-none text-miss">{misses}</span>
          )}
        </span>
      </button>
    </div>
  )
}

const isFirst = (layout: BoardLayout, row: number, column: number) =>
  row === layout.rows.findIndex((each) => each.kind === 'cells') && column === 0
