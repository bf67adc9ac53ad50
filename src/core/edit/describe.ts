import { diffValues, printFlow, type Path, type YamlEdit } from '../yaml'

/** One field that differs between two states of a sheet. */
export interface FieldChange {
  path: Path
  /** Where it stands, in words: `axis size · large`. */
  label: string
  /** As YAML in one line; undefined where it is not there. */
  before?: string
  after?: string
}

/** Sections in which each thing has a name of its own, in the singular. */
export const NAMED: Readonly<Record<string, string>> = {
  axes: 'axis',
  parts: 'part',
  props: 'prop',
  slots: 'slot',
  events: 'event',
  contexts: 'context',
}
const LISTED: Record<string, string> = {
  spec: 'rule',
  scenarios: 'scenario',
  without: 'exclusion',
  examples: 'example',
}

/** A place of a sheet in words: `axis size · value large`, `rule 3 · box · width`. */
export function labelOf(path: Path): string {
  const [first, second, ...rest] = path.map(String)
  if (first === undefined) return 'the sheet'
  if (second === undefined) return first
  const known = NAMED[first]
  const head = known
    ? `${known} ${second}`
    : LISTED[first]
      ? `${LISTED[first]} ${Number.isInteger(Number(second)) ? Number(second) + 1 : second}`
      : `${first} · ${second}`
  const quiet = new Set(['expect', 'values', 'steps'])
  return [head, ...rest.filter((step) => !quiet.has(step))].join(' · ')
}

/** What differs between two states of a sheet, field by field. */
export function compareSheets(before: unknown, after: unknown): FieldChange[] {
  return diffValues(before, after).map((edit) => changeOf(edit, before))
}

function changeOf(edit: YamlEdit, before: unknown): FieldChange {
  const old = edit.do === 'insert' ? undefined : valueAt(before, edit.path)
  const now = edit.do === 'set' || edit.do === 'insert' ? edit.value : edit.do === 'rename' ? edit.to : undefined
  return {
    path: edit.path,
    label: labelOf(edit.path),
    ...(old !== undefined && { before: printFlow(old) }),
    ...(now !== undefined && { after: printFlow(now) }),
  }
}

export function valueAt(value: unknown, path: Path): unknown {
  return path.reduce<unknown>((node, step) => (node as Record<PropertyKey, unknown> | null | undefined)?.[step], value)
}

const MAX_NAMED = 2
const LONGEST_VALUE = 40

/** A revision's name, from what it changed: `axis size · default: regular → large`. */
export function nameOfChanges(changes: readonly FieldChange[]): string {
  if (changes.length === 0) return 'Nothing changed'
  const words = changes.slice(0, MAX_NAMED).map(({ label, before, after }) => {
    if (before === undefined) return `${label} added`
    if (after === undefined) return `${label} removed`
    const isShort = before.length + after.length < LONGEST_VALUE
    return isShort ? `${label}: ${before} → ${after}` : `${label} changed`
  })
  const more = changes.length - MAX_NAMED
  const text = words.join('; ') + (more > 0 ? `; ${more} more` : '')
  return text.charAt(0).toUpperCase() + text.slice(1)
}
