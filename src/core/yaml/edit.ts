import { diffIndices } from 'node-diff3'
import type { Path } from './readYaml'

/** One change of a YAML document. `insert` puts an item before the place that its path names. */
export type YamlEdit =
  | { do: 'set'; path: Path; value: unknown }
  | { do: 'insert'; path: Path; value: unknown }
  | { do: 'remove'; path: Path }
  | { do: 'rename'; path: Path; to: string }

type Json = Record<PropertyKey, unknown>

const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A text that is equal for equal values, whatever the order of their keys. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (!isObject(value)) return JSON.stringify(value) ?? 'null'
  const keys = Object.keys(value).toSorted()
  return `{${keys.map((key) => `${JSON.stringify(key)}:${canonical(value[key])}`).join(',')}}`
}

export const isSame = (a: unknown, b: unknown): boolean => a === b || canonical(a) === canonical(b)

/** What a document's value is after an edit. @throws RangeError when the path leads nowhere. */
export function applyToValue(value: unknown, edit: YamlEdit, depth = 0): unknown {
  const step = edit.path[depth]!
  const isLast = depth === edit.path.length - 1
  if (Array.isArray(value)) {
    const index = Number(step)
    const items = [...(value as unknown[])]
    if (isLast && edit.do === 'insert') return items.toSpliced(index, 0, edit.value)
    if (isLast && edit.do === 'remove') return items.toSpliced(index, 1)
    if (isLast && edit.do === 'rename') throw new RangeError('an item of a list has no name')
    items[index] = isLast ? (edit as { value: unknown }).value : applyToValue(items[index], edit, depth + 1)
    return items
  }
  const map = isObject(value) ? value : {}
  if (!isLast) {
    if (edit.do !== 'set' && !(step in map))
      throw new RangeError(`nothing stands at ${edit.path.map(String).join('.')}`)
    return { ...map, [step]: applyToValue(map[step], edit, depth + 1) }
  }
  switch (edit.do) {
    case 'set':
      return { ...map, [step]: edit.value }
    case 'remove':
      return Object.fromEntries(Object.entries(map).filter(([key]) => key !== String(step)))
    case 'rename':
      return Object.fromEntries(Object.entries(map).map(([key, each]) => [key === String(step) ? edit.to : key, each]))
    case 'insert':
      return isLast && Number(step) === 0 && Object.keys(map).length === 0
        ? [edit.value]
        : { ...map, [step]: edit.value }
  }
}

/** The edits that lead from one value to another, as small as fields allow. */
export function diffValues(from: unknown, to: unknown, path: Path = []): YamlEdit[] {
  if (isSame(from, to)) return []
  if (isObject(from) && isObject(to)) {
    const removed = Object.keys(from).filter((key) => !(key in to))
    const edits: YamlEdit[] = removed.map((key) => ({ do: 'remove', path: [...path, key] }))
    for (const [key, value] of Object.entries(to)) {
      if (key in from) edits.push(...diffValues(from[key], value, [...path, key]))
      else edits.push({ do: 'set', path: [...path, key], value })
    }
    return edits
  }
  if (Array.isArray(from) && Array.isArray(to) && from.length > 0 && to.length > 0) return diffLists(from, to, path)
  return [{ do: 'set', path, value: to }]
}

function diffLists(from: readonly unknown[], to: readonly unknown[], path: Path): YamlEdit[] {
  const edits: YamlEdit[] = []
  // From the end, so that the places before stay where they are.
  for (const { buffer1, buffer2 } of diffIndices(from.map(canonical), to.map(canonical)).toReversed()) {
    const [start, length] = buffer1
    const added = to.slice(buffer2[0], buffer2[0] + buffer2[1])
    const both = Math.min(length, added.length)
    for (let at = length - 1; at >= both; at--) edits.push({ do: 'remove', path: [...path, start + at] })
    for (const value of added.slice(both).toReversed())
      edits.push({ do: 'insert', path: [...path, start + both], value })
    for (let at = 0; at < both; at++) edits.push(...diffValues(from[start + at], added[at], [...path, start + at]))
  }
  return edits
}
