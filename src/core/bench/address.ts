import { nearest } from '../problem'
import { readKey, prefixOf } from './key'
import { openBench, type BenchSheet } from './openBench'
import type { Panel } from './controls'
import { withEntry, type Setting, type SlotChoice } from './setting'

/** Begins every address: a later form of it will have another number. */
const VERSION = '1'

/** What a setting is called in the part of an address behind `#`; empty where nothing is set. */
export function printAddress(setting: Setting): string {
  const entries = Object.entries(setting)
  if (entries.length === 0) return ''
  return [VERSION, ...entries.map(([key, value]) => `${escape(key)}=${escape(printValue(key, value))}`)].join('&')
}

// What an address may hold as it is, and people can read.
const escape = (text: string) =>
  encodeURIComponent(text)
    .replace(/%(2F|3A|40|2C|22|7B|7D|5B|5D)/g, (code) => decodeURIComponent(code))
    .replace(/"/g, '%22')

function printValue(key: string, value: unknown): string {
  if (key.endsWith('/')) {
    const choice = value as SlotChoice
    return choice === 'none' ? 'none' : 'text' in choice ? `'${choice.text}` : choice.component
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
}

/** What of an address could be understood, and what could not. */
export interface ReadAddress {
  setting: Setting
  problems: string[]
}

/**
 * Reads an address against what the sheets say by now: what has gone since, or never was, is told and left out.
 * @param contexts values by name
 */
export function readAddress(
  text: string,
  sheets: ReadonlyMap<string, BenchSheet>,
  slug: string,
  contexts: Readonly<Record<string, readonly string[]>>,
): ReadAddress {
  const problems: string[] = []
  let setting: Setting = {}
  const [version, ...parts] = text.replace(/^#/, '').split('&')
  if (!version) return { setting, problems }
  if (version !== VERSION) return { setting, problems: [`the address is of another form ("${version}")`] }
  const entries = parts.map((part) => {
    const at = part.indexOf('=')
    return [unescape(at < 0 ? part : part.slice(0, at)), unescape(at < 0 ? '' : part.slice(at + 1))] as const
  })
  // What stands in slots first, from the outside in: it decides what else there is to set.
  const depth = (key: string) => (key.endsWith('/') ? key.split('/').length : 1000)
  for (const [key, value] of entries.toSorted(([a], [b]) => depth(a) - depth(b))) {
    const read = readEntry(key, value, { setting, sheets, slug, contexts })
    if ('problem' in read) problems.push(read.problem)
    else setting = withEntry(setting, key, read.value)
  }
  return { setting, problems }
}

function unescape(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text // a lone percent sign: whoever wrote it meant that
  }
}

interface Known {
  setting: Setting
  sheets: ReadonlyMap<string, BenchSheet>
  slug: string
  contexts: Readonly<Record<string, readonly string[]>>
}

type Entry = { value: unknown } | { problem: string }

function readEntry(key: string, text: string, { setting, sheets, slug, contexts }: Known): Entry {
  const about = readKey(key)
  if (about.kind === 'context') {
    const values = contexts[about.name]
    if (!values) return unknown('context', about.name, Object.keys(contexts))
    return values.length === 0 || values.includes(text) ? { value: text } : unknown(about.name, text, values)
  }
  const found = panelAt(openBench(sheets, slug, setting).panel, about.slots)
  if (!found) return { problem: `nothing stands in "${prefixOf(about.slots)}", so "${about.name}" cannot be set` }
  const sheet = sheets.get(found.slug)
  const known = { prop: sheet?.data.props, hold: undefined, slot: sheet?.data.slots }[about.kind]
  const names = known ? Object.keys(known) : (sheet?.axes ?? []).map(({ name }) => name)
  if (!names.includes(about.name)) return unknown(about.kind === 'hold' ? 'axis' : about.kind, about.name, names)
  if (about.kind === 'slot') return readSlotText(text, sheets)
  if (about.kind === 'hold') {
    const { values } = sheet!.axes.find(({ name }) => name === about.name)!
    return values.includes(text) ? { value: text } : unknown(about.name, text, values)
  }
  return readProp(sheet!.data.props[about.name]!, about.name, text)
}

const unknown = (what: string, found: string, known: readonly string[]): Entry => {
  const near = nearest(found, known)
  return { problem: `there is no ${what} "${found}"${near ? `; did you mean "${near}"?` : ''}` }
}

/** The panel of what stands some slots down. */
function panelAt(panel: Panel, [first, ...rest]: readonly string[]): Panel | undefined {
  if (first === undefined) return panel
  const slot = panel.controls.find((each) => each.kind === 'slot' && each.name === first)
  return slot?.kind === 'slot' && slot.inner ? panelAt(slot.inner, rest) : undefined
}

function readSlotText(text: string, sheets: ReadonlyMap<string, BenchSheet>): Entry {
  if (text === 'none') return { value: 'none' satisfies SlotChoice }
  if (text.startsWith("'")) return { value: { text: text.slice(1) } satisfies SlotChoice }
  return sheets.has(text)
    ? { value: { component: text } satisfies SlotChoice }
    : unknown('component', text, [...sheets.keys()])
}

function readProp(prop: BenchSheet['data']['props'][string], name: string, text: string): Entry {
  switch (prop.type) {
    case 'flag':
      return /^(yes|no)$/.test(text) ? { value: text === 'yes' } : { problem: `"${name}" is yes or no, not "${text}"` }
    case 'number':
      return text.trim() !== '' && Number.isFinite(Number(text))
        ? { value: Number(text) }
        : { problem: `"${name}" is a number, not "${text}"` }
    case 'choice': {
      const value = prop.values.find((each) => String(each) === text)
      return value === undefined ? unknown(name, text, prop.values.map(String)) : { value }
    }
    case 'data':
      try {
        return { value: JSON.parse(text) as unknown }
      } catch {
        return { problem: `"${name}" is data, and "${text.slice(0, 40)}" cannot be read as JSON` }
      }
    default:
      return { value: text }
  }
}
