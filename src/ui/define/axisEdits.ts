import { REACHES, type Axis, type Reach, type ReachKey, type Sheet } from '@/core/sheet'
import type { Path, YamlEdit } from '@/core/yaml'

type RawAxis = 'flag' | string[] | { of?: string; default?: string; values: string[] | Record<string, unknown> }

/** What the sheet's text says of an axis, in whichever form it says it. */
export const rawAxis = (raw: unknown, name: string): RawAxis | undefined =>
  ((raw as { axes?: Record<string, RawAxis> }).axes ?? {})[name]

/** The axis in its long form, so that any of its fields can be set. */
export function longForm(axis: Axis): { of: string; default: string; values: Record<string, unknown> } {
  return {
    of: axis.of,
    default: axis.default,
    values: Object.fromEntries(axis.values.map((value) => [value, printReach(axis.reaches[value] ?? [])])),
  }
}

export function setOf(raw: unknown, axis: Axis, of: Axis['of']): YamlEdit[] {
  const written = rawAxis(raw, axis.name)
  const path: Path = ['axes', axis.name]
  if (typeof written === 'object' && !Array.isArray(written)) return [{ do: 'set', path: [...path, 'of'], value: of }]
  if (Array.isArray(written)) return [{ do: 'set', path, value: { of, values: written } }]
  return [{ do: 'set', path, value: { ...longForm(axis), of } }]
}

export function setDefault(raw: unknown, axis: Axis, value: string): YamlEdit[] {
  const written = rawAxis(raw, axis.name)
  const path: Path = ['axes', axis.name]
  if (typeof written === 'object' && !Array.isArray(written)) return [{ do: 'set', path: [...path, 'default'], value }]
  if (Array.isArray(written)) return [{ do: 'set', path, value: { default: value, values: written } }]
  return [{ do: 'set', path, value: { ...longForm(axis), default: value } }]
}

/** Adds a value; as a copy of another it is reached in the same way, and every rule that names the other names it too. */
export function addValue(raw: unknown, sheet: Sheet, axis: Axis, value: string, copyOf?: string): YamlEdit[] {
  const written = rawAxis(raw, axis.name)
  const path: Path = ['axes', axis.name]
  const edits: YamlEdit[] = []
  const list = Array.isArray(written)
    ? { at: path, values: written }
    : Array.isArray((written as { values?: unknown })?.values)
      ? { at: [...path, 'values'], values: (written as { values: string[] }).values }
      : undefined
  if (list && copyOf === undefined) {
    edits.push({ do: 'insert', path: [...list.at, list.values.length], value })
    const prop = sheet.data.props[axis.name]
    if (prop?.type === 'choice' && !prop.values.some((each) => String(each) === value))
      edits.push({ do: 'insert', path: ['props', axis.name, 'values', prop.values.length], value })
  } else {
    if (list || written === 'flag') edits.push({ do: 'set', path, value: longForm(axis) })
    const reach = copyOf === undefined ? {} : printReach(axis.reaches[copyOf] ?? [])
    edits.push({ do: 'set', path: [...path, 'values', value], value: reach })
  }
  if (copyOf === undefined) return edits
  for (const [at, { when }] of sheet.data.spec.entries()) {
    const named = when?.[axis.name]
    if (Array.isArray(named) && named.includes(copyOf))
      edits.push({ do: 'set', path: ['spec', at, 'when', axis.name], value: [...named, value] })
  }
  return edits
}

export function removeValue(raw: unknown, axis: Axis, value: string): YamlEdit[] {
  const written = rawAxis(raw, axis.name)
  const path: Path = ['axes', axis.name]
  const at = axis.values.indexOf(value)
  const values = Array.isArray(written) ? undefined : (written as { values?: unknown })?.values
  const edits: YamlEdit[] = []
  if (written === 'flag')
    edits.push({ do: 'set', path, value: longForm(axis) }, { do: 'remove', path: [...path, 'values', value] })
  else if (Array.isArray(written)) edits.push({ do: 'remove', path: [...path, at] })
  else edits.push({ do: 'remove', path: [...path, 'values', Array.isArray(values) ? at : value] })
  if (axis.default === value && typeof written === 'object' && !Array.isArray(written) && written.default !== undefined)
    edits.push({ do: 'set', path: [...path, 'default'], value: axis.values.find((each) => each !== value) })
  return edits
}

export function setReach(raw: unknown, axis: Axis, value: string, reaches: readonly Reach[]): YamlEdit[] {
  const written = rawAxis(raw, axis.name)
  const path: Path = ['axes', axis.name]
  const isLong = typeof written === 'object' && !Array.isArray(written) && !Array.isArray(written.values)
  const edits: YamlEdit[] = isLong ? [] : [{ do: 'set', path, value: longForm(axis) }]
  return [...edits, { do: 'set', path: [...path, 'values', value], value: printReach(reaches) }]
}

/** One way of bringing a value about, as a row of the table. */
export interface ReachRow {
  kind: ReachKey
  name: string
  value: unknown
  on?: string
}

/** Takes reaches apart, a row for each thing that is done. */
export function reachRows(reaches: readonly Reach[]): ReachRow[] {
  return reaches.flatMap(({ on, ...reach }) => {
    const place = on === undefined ? {} : { on }
    return Object.entries(reach).flatMap(([key, given]: [string, unknown]): ReachRow[] => {
      const kind = key as ReachKey
      switch (REACHES.get(kind)!.rows) {
        case 'names':
          return (given as string[]).map((name) => ({ kind, name, value: undefined, ...place }))
        case 'whole':
          return [{ kind, name: '', value: given, ...place }]
        case 'entries':
          return Object.entries(given as object).map(([name, value]) => ({
            kind,
            name,
            value: value as unknown,
            ...place,
          }))
      }
    })
  })
}

/** Whether it is done to a part. */
export const isOnPart = ({ kind }: Pick<ReachRow, 'kind'>): boolean =>
  ['element', 'pseudo'].includes(REACHES.get(kind)!.means)

/** Puts rows together again: one reach for each part that something is done to. */
export function reachesOf(rows: readonly ReachRow[]): Reach[] {
  const byPart = new Map<string, Record<string, unknown>>()
  for (const row of rows) {
    const { kind, name, value, on } = row
    const key = isOnPart(row) ? (on ?? '') : ''
    const reach = byPart.get(key) ?? {}
    byPart.set(key, reach)
    switch (REACHES.get(kind)!.rows) {
      case 'names':
        reach[kind] = [...((reach[kind] as string[] | undefined) ?? []), name]
        break
      case 'whole':
        reach[kind] = value
        break
      case 'entries':
        reach[kind] = { ...(reach[kind] as object | undefined), [name]: value }
    }
  }
  return [...byPart].map(([on, reach]) => ({ ...reach, ...(on && { on }) }) as Reach)
}

/** A reach as an author would write it: one alone without a list, one name without brackets. */
function printReach(reaches: readonly Reach[]): unknown {
  const short = reaches.map((reach) =>
    Object.fromEntries(
      Object.entries(reach).map(([key, value]) => [
        key,
        Array.isArray(value) && value.length === 1 && REACHES.get(key)?.rows === 'names'
          ? (value as unknown[])[0]
          : value,
      ]),
    ),
  )
  return short.length === 1 ? short[0] : short.length === 0 ? {} : short
}
