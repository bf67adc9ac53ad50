'use client'

import { Crosshair, Plus, Trash2 } from 'lucide-react'
import { parse } from 'yaml'
import { REACH_LIST, REACHES, type Axis, type ReachKey, type Sheet } from '@/core/sheet'
import { printFlow } from '@/core/yaml'
import { isOnPart, reachesOf, reachRows, setReach, type ReachRow } from './axisEdits'
import { Choice, IconButton, TextField, type Defining } from '../editing'

const KINDS = REACH_LIST.map(({ key, label }) => [key, label] as const)

/** Text as YAML would read it: `true`, `2`, `{ a: 1 }`, or words. */
function readValue(text: string): unknown {
  try {
    return parse(text, { version: '1.2' }) as unknown
  } catch {
    return text
  }
}

/** How a value of an axis is brought about, a row for each thing that is done. */
export function ReachEditor({
  sheet,
  axis,
  value,
  raw,
  edit,
  onPoint,
}: {
  sheet: Sheet
  axis: Axis
  value: string
  raw: unknown
  edit: Defining['edit']
  onPoint(done: (part: string) => void): void
}) {
  const rows = reachRows(axis.reaches[value] ?? [])
  const put = (next: readonly ReachRow[]) => edit(setReach(raw, axis, value, reachesOf(next)))
  const change = (at: number, part: Partial<ReachRow>) =>
    put(rows.map((row, index) => (index === at ? { ...row, ...part } : row)))
  return (
    <div>
      <h3 className="mb-1 font-semibold">
        {axis.name}: {value}
      </h3>
      {rows.length === 0 && <p className="mb-1 text-quiet">No action: the component as it is.</p>}
      {rows.map((row, at) => (
        <ActionRow
          key={at}
          {...{ at, row, sheet, onPoint }}
          onChange={(part) => change(at, part)}
          onRemove={() => put(rows.toSpliced(at, 1))}
        />
      ))}
      <button type="button" className="control" onClick={() => put([...rows, startOf('pseudo', sheet)])}>
        <Plus size={13} aria-hidden /> Add action
      </button>
    </div>
  )
}

interface ActionRowProps {
  at: number
  row: ReachRow
  sheet: Sheet
  onPoint(done: (part: string) => void): void
  onChange(part: Partial<ReachRow>): void
  onRemove(): void
}

function ActionRow({ at, row, sheet, onPoint, onChange, onRemove }: ActionRowProps) {
  return (
    <div className="mb-1 flex items-center gap-1">
      <Choice
        label={`Action ${at + 1}`}
        value={row.kind}
        options={KINDS}
        onChoose={(kind) => onChange(startOf(kind as ReachKey, sheet))}
        className="w-28"
      />
      <Name row={row} sheet={sheet} onName={(name) => onChange({ name })} />
      {REACHES.get(row.kind)!.rows !== 'names' && (
        <TextField
          label="Value"
          value={typeof row.value === 'string' ? row.value : printFlow(row.value)}
          className="num min-w-0 flex-1"
          onDone={(text) => onChange({ value: readValue(text) })}
        />
      )}
      {isOnPart(row) && (
        <Choice
          label="Part"
          value={row.on ?? 'root'}
          options={Object.keys(sheet.parts).map((part) => [part, part])}
          onChoose={(on) => onChange({ on })}
          className="w-24"
        />
      )}
      {isOnPart(row) && (
        <IconButton label={`Point at the part, ${at + 1}`} onClick={() => onPoint((on) => onChange({ on }))}>
          <Crosshair size={13} aria-hidden />
        </IconButton>
      )}
      <IconButton label="Remove this" onClick={onRemove}>
        <Trash2 size={13} aria-hidden />
      </IconButton>
    </div>
  )
}

function Name({ row, sheet, onName }: { row: ReachRow; sheet: Sheet; onName(name: string): void }) {
  const { rows, suggests } = REACHES.get(row.kind)!
  if (rows === 'whole') return null
  const names = ownNames(row.kind, sheet) ?? suggests
  if (!names) return <TextField label="Name" value={row.name} className="num w-28" onDone={onName} />
  const all = names.includes(row.name) ? names : [row.name, ...names]
  return (
    <Choice
      label="Name"
      value={row.name}
      options={all.map((name) => [name, name])}
      onChoose={onName}
      className="w-28"
    />
  )
}

/** Names of the sheet that such a row can have. */
const ownNames = (kind: ReachKey, { data }: Sheet): string[] | undefined =>
  kind === 'props' || kind === 'slots' ? Object.keys(data[kind]) : undefined

function startOf(kind: ReachKey, sheet: Sheet): ReachRow {
  const { start } = REACHES.get(kind)!
  const [name = start.name] = ownNames(kind, sheet) ?? []
  return { kind, name, value: start.value }
}
