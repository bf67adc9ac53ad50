import { excludedBy } from './excluded'
import { reachOf, type Filling, type Reachable } from '../plan'
import type { Axis, Sheet, SlotValue, Source } from '../sheet'
import { hasEffect, propControl, type Control, type Panel } from './controls'
import { holdKey, prefixOf, propKey, slotKey } from './key'
import { entryOf, type Setting, type SlotChoice } from './setting'

/** What of a component the bench needs. */
export interface BenchSheet extends Reachable {
  name: string
  source: Source
  /** Combinations that do not exist. */
  without: Sheet['data']['without']
}

export const benchSheetOf = ({ slug, axes, data }: Pick<Sheet, 'slug' | 'axes' | 'data'>): BenchSheet => ({
  slug,
  axes,
  data: { props: data.props, slots: data.slots },
  name: data.name,
  source: data.source,
  without: data.without,
})

/** A component as a setting makes it, and the controls that it has then. */
export interface Bench {
  /** What the stage mounts. */
  settings: Extract<Filling, { kind: 'component' }>
  panel: Panel
}

/** A component's own settings where a sheet or somebody around it has given any. */
type Given = Exclude<SlotValue, string | { text: string }>

// Deeper than anybody builds on purpose.
const MAX_DEPTH = 12

/**
 * Works out what a setting comes to.
 * @throws Error naming a component that is not there, or slots that hold each other without end
 */
export function openBench(sheets: ReadonlyMap<string, BenchSheet>, slug: string, setting: Setting): Bench {
  return open({ sheets, setting }, { component: slug }, [])
}

interface Work {
  sheets: ReadonlyMap<string, BenchSheet>
  setting: Setting
}

function open(work: Work, given: Given, slots: readonly string[]): Bench {
  const { sheets, setting } = work
  const sheet = sheets.get(given.component)
  if (!sheet) throw new Error(`there is no component "${given.component}" on this bench`)
  if (slots.length > MAX_DEPTH) throw new Error(`components hold each other without end: ${slots.join(' → ')}`)
  const prefix = prefixOf(slots)
  const { axis, slot } = entryOf(setting, prefix)
  const values: Record<string, string> = {}
  for (const each of sheet.axes) values[each.name] = axis(each.name) ?? given.axes?.[each.name] ?? each.default
  const own = Object.fromEntries(
    Object.keys(sheet.data.props).flatMap((name) => {
      const key = propKey(prefix, name)
      return key in setting ? [[name, setting[key]]] : []
    }),
  )
  const reached = reachOf(sheet, values, { ...given.props, ...own })
  const controls: Control[] = []
  for (const each of sheet.axes.filter(isHeld)) {
    const key = holdKey(prefix, each.name)
    const value = values[each.name]!
    controls.push({ kind: 'hold', key, name: each.name, isSet: key in setting, value, values: each.values })
  }
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    const key = propKey(prefix, name)
    if (hasEffect(prop, reached.props))
      controls.push(propControl({ key, name, isSet: key in setting }, prop, reached.props[name]))
  }
  const fillings: Record<string, Filling> = {}
  for (const [name, { accepts, text, about }] of Object.entries(sheet.data.slots)) {
    const chosen = slot(name)
    const value = readSlot(work, given.slots?.[name] ?? reached.slotValues[name] ?? 'none', chosen)
    const { filling, inner } = fill(work, value, [...slots, name])
    fillings[name] = filling
    controls.push({
      kind: 'slot',
      key: slotKey(prefix, name),
      name,
      isSet: chosen !== undefined,
      value: choiceOf(value),
      accepts,
      takesText: text,
      ...(about !== undefined && { about }),
      ...(inner && { inner }),
    })
  }
  const { props, changes, forced } = reached
  const isChosen = (name: string) => (axis(name) ?? given.axes?.[name]) !== undefined
  const chosen = Object.fromEntries(sheet.axes.flatMap(({ name }) => (isChosen(name) ? [[name, values[name]!]] : [])))
  const excluded = excludedBy(sheet.axes, sheet.without, props, chosen)
  return {
    settings: { kind: 'component', slug: sheet.slug, props, slots: fillings, changes, forced },
    panel: { slug: sheet.slug, name: sheet.name, prefix, controls, ...(excluded && { excluded }) },
  }
}

/** What stands in a slot: what was chosen, else what the sheet or the component around says. */
function readSlot({ sheets }: Work, given: SlotValue, chosen: SlotChoice | undefined): SlotChoice | Given {
  const value = chosen ?? given
  if (typeof value !== 'string') return value
  if (value === 'none') return value
  return sheets.has(value) ? { component: value } : { text: value }
}

function fill(work: Work, value: SlotChoice | Given, slots: readonly string[]): { filling: Filling; inner?: Panel } {
  if (value === 'none') return { filling: { kind: 'none' } }
  if ('text' in value) return { filling: { kind: 'text', text: value.text } }
  const { settings, panel } = open(work, value, slots)
  return { filling: settings, inner: panel }
}

const choiceOf = (value: SlotChoice | Given): SlotChoice =>
  value === 'none' || 'text' in value ? value : { component: value.component }

/** Whether an axis brings about what no single prop does: such a state can be held. */
function isHeld({ reaches }: Axis): boolean {
  const all = Object.values(reaches).flat()
  if (all.some(({ steps }) => steps)) return false
  const isMore = all.some(
    ({ attr, property, pseudo, class: name, slots }) => attr || property || pseudo || name || slots,
  )
  const props = new Set(all.flatMap((reach) => Object.keys(reach.props ?? {})))
  return isMore || props.size > 1
}
