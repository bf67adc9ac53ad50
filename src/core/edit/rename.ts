import { readStartName } from '../names'
import { applyToValue, type Path, type YamlEdit } from '../yaml'
import { walkSheet, type Mention } from './mentions'

/** A name of a sheet that gets another. */
export type Rename =
  | { what: 'axis'; from: string; to: string }
  | { what: 'part' | 'prop' | 'slot' | 'event'; from: string; to: string }
  | { what: 'value'; axis: string; from: string; to: string }

/**
 * The edits that rename a thing everywhere in its sheet: where it is defined, in rules, exclusions, scenarios and examples.
 * What is rendered stays the same: a prop keeps its name and its values when an axis gets others.
 * @param sheet the sheet's YAML as plain data
 */
export function renameEdits(sheet: unknown, rename: Rename): YamlEdit[] {
  const edits = keepReach(sheet, rename)
  const written = edits.reduce((value, edit) => applyToValue(value, edit), sheet)
  // Inner names first: renaming a key changes the paths below it.
  for (const { path, place, mention, text } of [...walkSheet(written)].toReversed()) {
    const renamed = renameIn(mention, text, rename)
    if (renamed === text) continue
    if (place === 'key') edits.push({ do: 'rename', path, to: renamed })
    else edits.push({ do: 'set', path, value: renamed })
  }
  return edits
}

/** The text of a mention after a renaming; the same text when it speaks of something else. */
function renameIn(mention: Mention, text: string, rename: Rename): string {
  switch (mention.kind) {
    case 'name': {
      const axis = mention.what === 'value' ? mention.axis : undefined
      const isMeant = mention.what === rename.what && (rename.what !== 'value' || rename.axis === axis)
      return isMeant && text === rename.from ? rename.to : text
    }
    case 'start':
      return mention.what === rename.what && readStartName(text).name === rename.from
        ? text.slice(0, -rename.from.length) + rename.to
        : text
    case 'part-reference':
      return rename.what === 'part' ? text.replace(/^[^[]+/, (part) => (part === rename.from ? rename.to : part)) : text
    case 'reading':
      return rename.what === 'part' && mention.namesPart
        ? text.replace(/\(\s*([^)[]*?)\s*(\[[^\]]*\])?\s*\)$/, (all, part: string, which = '') =>
            part === rename.from ? `(${rename.to}${which})` : all,
          )
        : text
    case 'expectation':
      return renameInExpectation(text, rename)
  }
}

const escapeRegExp = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

function renameInExpectation(text: string, rename: Rename): string {
  if (rename.what === 'part')
    return text.replace(new RegExp(`@${escapeRegExp(rename.from)}(?=[.[])`, 'g'), `@${rename.to}`)
  if (rename.what !== 'axis' && rename.what !== 'value') return text
  return text.replace(
    /\b(same as|differs from|(?:more|less) than)\s+(.*?)(?=\s*(?:±|\+-)|$)/,
    (_, words: string, where: string) => {
      const pairs = where.split(/(\s*,\s*)/).map((pair) => {
        const match = /^(\s*)([^:]+?)(\s*:\s*)(\S+)(\s*)$/.exec(pair)
        if (!match) return pair
        const [before, axis, colon, value, after] = match.slice(1) as [string, string, string, string, string]
        const isMeant = rename.what === 'axis' ? axis === rename.from : axis === rename.axis && value === rename.from
        if (!isMeant) return pair
        return rename.what === 'axis'
          ? before + rename.to + colon + value + after
          : before + axis + colon + rename.to + after
      })
      return `${words} ${pairs.join('')}`
    },
  )
}

type Raw = Record<string, unknown>

/** Writes out the reach of an axis in its short form, whose values go to the prop of its name by their own names. */
function keepReach(sheet: unknown, rename: Rename): YamlEdit[] {
  if (rename.what !== 'axis' && rename.what !== 'value') return []
  const name = rename.what === 'axis' ? rename.from : rename.axis
  const axis = ((sheet as Raw).axes as Raw | undefined)?.[name]
  const prop = (((sheet as Raw).props as Raw | undefined)?.[name] ?? {}) as { type?: string }
  const path: Path = ['axes', name]
  const reach = (value: unknown) => ({ props: { [name]: value } })
  if (axis === 'flag') {
    return [{ do: 'set', path, value: { values: { off: reach(false), on: reach(true) } } }]
  }
  const values = Array.isArray(axis) ? axis : (axis as { values?: unknown } | undefined)?.values
  if (!Array.isArray(values)) return []
  const typed = (value: unknown) => (prop.type === 'flag' ? ['true', 'on', 'yes'].includes(String(value)) : value)
  const long = Object.fromEntries(values.map((value) => [String(value), reach(typed(value))]))
  if (!Array.isArray(axis)) return [{ do: 'set', path: [...path, 'values'], value: long }]
  const of = name === 'size' && rename.what === 'axis' ? { of: 'size' } : {}
  return [{ do: 'set', path, value: { ...of, default: String(values[0]), values: long } }]
}

/** A template's text after a prop or slot got another name. */
export function renameInTemplate(text: string, rename: Rename): string {
  if (rename.what !== 'prop' && rename.what !== 'slot') return text
  const from = escapeRegExp(rename.from)
  return text.replace(
    new RegExp(`\\b(${rename.what}s)(\\.${from}(?![\\w-])|\\[\\s*(["'])${from}\\3\\s*\\])`, 'g'),
    `$1.${rename.to}`,
  )
}

/** A guide's text after a renaming: the cases and axes that its directives name. */
export function renameInGuide(text: string, rename: Rename): string {
  if (rename.what !== 'axis' && rename.what !== 'value') return text
  return text.replace(/^(::[a-z]+\{)([^}\n]*)(\})/gm, (_, open: string, inner: string, close: string) => {
    const pairs = inner.split(/(\s*,\s*)/).map((pair) => {
      const match = /^([^=]+)=(.+)$/.exec(pair)
      if (!match) return pair
      const [, key, value] = match as unknown as [string, string, string]
      if (rename.what === 'value') return key === rename.axis && value === rename.from ? `${key}=${rename.to}` : pair
      if (key === rename.from) return `${rename.to}=${value}`
      return (key === 'rows' || key === 'columns') && value === rename.from ? `${key}=${rename.to}` : pair
    })
    return open + pairs.join('') + close
  })
}
