'use client'

import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useCallback, useEffect, useRef, type ReactNode, type RefObject } from 'react'
import type { Case } from '@/core/matrix'
import { LiveCase, type BoardLayout, type BoardModel } from '../board'
import { Mark, markLabel, type MarkKind } from '../marks'
import { cellLeft, type Geometry } from './geometry'
import { neighbour } from './neighbour'

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
  onSelect(one: Case): void
  isIsolated: boolean
  scroller: RefObject<HTMLDivElement | null>
  headHeight: number
  rowHeadWidth: number
  children: ReactNode
}

/** The board's heads and cells, over the frame in which the cases live. */
export function Grid({ children, ...props }: GridProps) {
  const { layout, geometry, axes, scroller, headHeight, rowHeadWidth } = props
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
    <div ref={scroller} className="relative min-h-0 flex-1 overflow-auto bg-paper" data-testid="board">
      <div style={{ width: rowHeadWidth + geometry.width, height: headHeight + geometry.height }} className="relative">
        <ColumnHeads {...{ layout, geometry, axes, headHeight, rowHeadWidth }} />
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

function ColumnHeads({
  layout,
  geometry,
  axes,
  headHeight,
  rowHeadWidth,
}: Pick<GridProps, 'layout' | 'geometry' | 'axes' | 'headHeight' | 'rowHeadWidth'>) {
  return (
    <div
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
              <div key={axes.across[at]} className="truncate">
                {value}
              </div>
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
  const { layout, geometry, rowHeadWidth, index } = props
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
        {geometry.cellHeight < 34 ? (
          <span className="truncate">{row.values.join(' · ')}</span>
        ) : (
          row.values.map((value, at) => (
            <span key={at} className="truncate">
              {value}
            </span>
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
  onSelect,
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
    onSelect(next.one)
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
          isIsolated
        />
      )}
      <button
        ref={button}
        type="button"
        tabIndex={isSelected || (selected === undefined && isFirst(layout, index, column)) ? 0 : -1}
        data-case={one.key}
        data-mark={mark}
        aria-pressed={isSelected}
        aria-label={`${one.key || 'the only case'}: ${markLabel(mark, isOutdated, misses)}`}
        title={failure ?? one.key}
        className={`absolute inset-0 outline-offset-[-2px] hover:bg-ink/5 ${isSelected ? 'z-10 outline-2 outline-ink' : ''} ${isFaded ? 'bg-paper/80' : ''}`}
        onClick={() => onSelect(one)}
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
