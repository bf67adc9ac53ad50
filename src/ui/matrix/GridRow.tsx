'use client'

import { Fragment, memo } from 'react'
import type { Case } from '@/core/matrix'
import { Absent, Cell } from './Cell'
import type { RowProps } from './gridProps'
import { HeadValue } from './HeadValue'

/** Scrolling renders the grid anew: rows that stay are left alone. */
export const Row = memo(function Row(props: RowProps) {
  const { layout, geometry, index } = props
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
      <RowHead {...props} row={row} />
      {row.cells.map((theCase, column) =>
        theCase ? (
          <Cell key={theCase.key} {...props} theCase={theCase} column={column} />
        ) : (
          <Absent key={column} {...props} column={column} leftOut={row.leftOut.get(column)} />
        ),
      )}
    </div>
  )
})

// A value takes as much.
const LINE = 17

type CellsRow = Extract<RowProps['layout']['rows'][number], { kind: 'cells' }>

function RowHead({ row, geometry, rowHeadWidth, axes, onHead, withValue }: RowProps & { row: CellsRow }) {
  return (
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
      {row.values.length * LINE > geometry.cellHeight ? (
        <span className="line-clamp-4 pr-6">
          {row.values.map((value, at) => (
            <Fragment key={at}>
              {at > 0 && ' · '}
              {axes.across.length === 0 && <span className="text-quiet">{axes.down[at]} </span>}
              <span className="whitespace-nowrap">{value}</span>
            </Fragment>
          ))}
        </span>
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
  )
}

const keysOf = (cells: readonly (Case | undefined)[]) => cells.flatMap((theCase) => (theCase ? [theCase.key] : []))
