'use client'

import { useVirtualizer } from '@tanstack/react-virtual'
import { Pencil } from 'lucide-react'
import { memo, useEffect, useMemo, useRef, useState, type CSSProperties } from 'react'
import type { TokenRow, TokensModel } from '@/contract'
import { groupBy } from '@/core/group'
import { pathFault } from '@/core/tokens'
import { IconButton, TextField } from '../editing'
import { TokenFigure } from './TokenFigure'

type Line = { kind: 'group'; name: string; count: number } | { kind: 'token'; row: TokenRow }

const LINE = 28

const NO_GROUP = 'without a group'

const groupOf = (path: string) =>
  path
    .split('.')
    .slice(0, -1)
    .filter((step) => step !== '$root')
    .join('.') || NO_GROUP
const leafOf = (path: string) => {
  const steps = path.split('.')
  return steps.at(-1) === '$root' ? `${steps.at(-2) ?? ''} (itself)` : steps.at(-1)!
}

export interface TokenTableProps {
  columns: TokensModel['columns']
  rows: readonly TokenRow[]
  selected: string | undefined
  onSelect(path: string): void
  onRenameGroup(from: string, to: string): void
}

/** Tokens by group, one column a context. Only what is in sight is rendered. */
export function TokenTable({ columns, rows, selected, onSelect, onRenameGroup }: TokenTableProps) {
  const scroller = useRef<HTMLDivElement>(null)
  const lines = useMemo(() => linesOf(rows), [rows])
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE,
    overscan: 12,
  })
  const chosen = lines.findIndex((line) => line.kind === 'token' && line.row.path === selected)
  useEffect(() => {
    if (chosen >= 0) virtual.scrollToIndex(chosen, { align: 'auto' })
  }, [chosen, virtual])
  const grid = useMemo(
    () => ({ gridTemplateColumns: `minmax(130px,190px) repeat(${columns.length}, minmax(150px,1fr)) 56px` }),
    [columns],
  )
  const move = (step: number) => {
    for (let at = chosen + step; at >= 0 && at < lines.length; at += step) {
      const line = lines[at]!
      if (line.kind === 'token') return onSelect(line.row.path)
    }
  }
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Tokens"
      aria-rowcount={lines.length}
      tabIndex={0}
      className="min-h-0 flex-1 overflow-auto bg-sheet"
      data-testid="tokens"
      onKeyDown={(event) => {
        const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
        if (step === undefined) return
        event.preventDefault()
        move(step)
      }}
    >
      <Heads columns={columns} grid={grid} />
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => (
          <LineOf
            key={keyOf(lines[index]!)}
            {...{ columns, grid, index, start, selected, onSelect, onRenameGroup }}
            line={lines[index]!}
          />
        ))}
      </div>
    </div>
  )
}

/** The rows under the names of their groups. */
function linesOf(rows: readonly TokenRow[]): Line[] {
  const groups = groupBy(rows, ({ path }) => groupOf(path))
  return [...groups].flatMap(([name, own]): Line[] => [
    { kind: 'group', name, count: own.length },
    ...own.map((row): Line => ({ kind: 'token', row })),
  ])
}

const keyOf = (line: Line) => (line.kind === 'group' ? `group ${line.name}` : line.row.path)

interface LineOfProps extends Omit<TokenTableProps, 'rows'> {
  line: Line
  index: number
  /** In px from the first line. */
  start: number
  grid: { gridTemplateColumns: string }
}

function LineOf({ line, columns, grid, index, start, selected, onSelect, onRenameGroup }: LineOfProps) {
  const style = { transform: `translateY(${start}px)`, height: LINE }
  if (line.kind === 'group')
    return <GroupLine {...line} index={index} style={style} onRename={(to) => onRenameGroup(line.name, to)} />
  return (
    <TokenLine
      row={line.row}
      columns={columns}
      grid={grid}
      index={index}
      start={start}
      isSelected={line.row.path === selected}
      onSelect={onSelect}
    />
  )
}

const Heads = ({ columns, grid }: { columns: TokensModel['columns']; grid: { gridTemplateColumns: string } }) => (
  <div
    role="row"
    className="sticky top-0 z-10 grid items-center border-b border-line-strong bg-paper text-quiet"
    style={grid}
  >
    <span role="columnheader" className="px-2 py-0.5">
      Token
    </span>
    {columns.map(({ name }) => (
      <span key={name} role="columnheader" className="px-2">
        {name}
      </span>
    ))}
    <span role="columnheader" className="px-2 text-right">
      Uses
    </span>
  </div>
)

function GroupLine({
  name,
  count,
  index,
  style,
  onRename,
}: {
  name: string
  count: number
  index: number
  style: CSSProperties
  onRename(to: string): void
}) {
  const [isNaming, setNaming] = useState(false)
  return (
    <div
      role="row"
      aria-rowindex={index + 1}
      className="absolute top-0 left-0 flex w-full items-end border-b border-line bg-paper px-2 pb-0.5"
      style={style}
    >
      <span role="gridcell" className="flex items-center gap-2">
        {isNaming ? (
          <TextField
            autoFocus
            label={`Name of the group ${name}`}
            value={name}
            check={pathFault}
            className="num w-48"
            onLeave={() => setNaming(false)}
            onDone={onRename}
          />
        ) : (
          <span className="font-semibold">{name}</span>
        )}
        <span className="num text-quiet">{count}</span>
        {!isNaming && pathFault(name) === undefined && name !== NO_GROUP && (
          <IconButton label={`Rename the group ${name}`} onClick={() => setNaming(true)}>
            <Pencil size={12} aria-hidden />
          </IconButton>
        )}
      </span>
    </div>
  )
}

/** Scrolling renders the table anew: lines that stay are left alone. */
const TokenLine = memo(function TokenLine({
  row,
  columns,
  grid,
  index,
  start,
  isSelected,
  onSelect,
}: {
  row: TokenRow
  columns: TokensModel['columns']
  grid: { gridTemplateColumns: string }
  index: number
  start: number
  isSelected: boolean
  onSelect(path: string): void
}) {
  return (
    <div
      role="row"
      aria-rowindex={index + 1}
      aria-selected={isSelected}
      data-token={row.path}
      className="absolute top-0 left-0 grid w-full cursor-default items-center border-b border-line hover:bg-pick aria-selected:bg-pick aria-selected:outline aria-selected:-outline-offset-1"
      style={{ transform: `translateY(${start}px)`, height: LINE, ...grid }}
      onClick={() => onSelect(row.path)}
    >
      <span
        role="gridcell"
        className={`truncate px-2 ${row.deprecated === undefined ? '' : 'line-through'}`}
        title={row.path}
      >
        {leafOf(row.path)}
      </span>
      {row.cells.map((cell, at) => (
        <span key={columns[at]!.name} role="gridcell" className="flex min-w-0 items-center gap-2 px-2">
          {cell?.css !== undefined && <TokenFigure type={row.type} css={cell.css} />}
          <span className={`num truncate ${cell?.css === undefined && cell ? 'text-miss' : ''}`} title={cell?.css}>
            {cell?.alias !== undefined ? `→ ${cell.alias}` : (cell?.css ?? cell?.text ?? '–')}
          </span>
        </span>
      ))}
      <span role="gridcell" className="num px-2 text-right text-quiet">
        {row.uses.length || ''}
      </span>
    </div>
  )
})
