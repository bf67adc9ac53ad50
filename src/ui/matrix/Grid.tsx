'use client'

import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useEffect, useRef } from 'react'
import { cellLeft } from './geometry'
import { Row } from './GridRow'
import { HeadValue } from './HeadValue'
import type { GridProps } from './gridProps'
import type { CellPlace } from './selection'

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
  // Where the pointer went down that is being drawn over the cells.
  const drawnFrom = useRef<CellPlace>(undefined)
  useEffect(() => rows.measure(), [rows, geometry])
  const reveal = useCallback((row: number) => rows.scrollToIndex(row, { align: 'auto' }), [rows])
  return (
    <div
      ref={scroller}
      className="relative min-h-0 flex-1 overflow-auto bg-paper"
      data-testid="board"
      onPointerUp={() => (drawnFrom.current = undefined)}
      onPointerLeave={() => (drawnFrom.current = undefined)}
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
            <Row key={index} {...props} index={index} reveal={reveal} drawnFrom={drawnFrom} />
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
        {axes.across.length > 0 && <span className="truncate">{axes.across.join(' · ')} →</span>}
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
