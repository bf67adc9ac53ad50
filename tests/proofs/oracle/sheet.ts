import { parse } from 'yaml'

// The oracle's own reading of sheets, as the format's page says it. Nothing of Brelt is used here, or it could not judge Brelt.

export interface OracleStep {
  kind: string
  value: unknown
}

export interface OracleChange {
  on: string
  attr?: Record<string, unknown>
  property?: Record<string, unknown>
  class?: string[]
}

export interface OraclePart {
  select?: string
  pseudo?: string
  inPage?: boolean
}

/** A component with all that one case asks of it, and what stands in its slots. */
export interface OracleNode {
  slug: string
  kind: 'markup' | 'react' | 'element'
  tag?: string
  props: Record<string, unknown>
  slots: Record<string, null | { text: string } | OracleNode>
  events: string[]
  parts: Record<string, OraclePart>
  changes: OracleChange[]
  forced: { on: string; pseudo: string[] }[]
  steps: OracleStep[]
}

interface ReachFile {
  props?: Record<string, unknown>
  slots?: Record<string, unknown>
  attr?: Record<string, unknown>
  property?: Record<string, unknown>
  class?: string | string[]
  pseudo?: string | string[]
  steps?: Record<string, unknown>[]
  on?: string
}

export interface OracleSheet {
  slug: string
  file: string
  source: {
    kind: OracleNode['kind']
    markup?: string
    script?: string
    module?: string
    export?: string
    tag?: string
    styles?: string[]
  }
  stage: { padding: number; place: { x: string; y: string } }
  parts: Record<string, OraclePart>
  props: Record<string, { type: string; default?: unknown }>
  slots: Record<string, { default?: unknown; text?: boolean }>
  events: string[]
  /** All that can put other components into it, as a text to search. */
  holding: string
  axes: Record<string, { default: string; values: Record<string, ReachFile[]> }>
}

const list = <T>(given: T | T[] | undefined): T[] => (given === undefined ? [] : Array.isArray(given) ? given : [given])

export function readSheets(files: ReadonlyMap<string, string>): Map<string, OracleSheet> {
  const sheets = new Map<string, OracleSheet>()
  for (const [file, text] of files) {
    const match = /([^/]+)\.sheet\.yaml$/.exec(file)
    if (match) sheets.set(match[1]!, readSheet(match[1]!, file, parse(text) as Record<string, unknown>))
  }
  return sheets
}

function readSheet(slug: string, file: string, data: Record<string, unknown>): OracleSheet {
  const {
    source,
    stage = {},
    parts = {},
    props = {},
    slots = {},
    axes = {},
    events = {},
  } = data as Partial<OracleSheet> & { source: OracleSheet['source'] }
  const place: unknown = (stage as { place?: unknown }).place ?? 'center'
  return {
    slug,
    file,
    source,
    stage: {
      padding: (stage as { padding?: number }).padding ?? 24,
      place: typeof place === 'string' ? { x: place, y: place } : { x: 'center', y: 'center', ...(place as object) },
    },
    parts: Object.fromEntries(Object.entries(parts).map(([name, given]) => [name, readPart(given)])),
    props,
    slots,
    events: Object.keys(events),
    holding: JSON.stringify([slots, axes, data.scenarios, data.examples]),
    axes: Object.fromEntries(
      Object.entries(axes as Record<string, unknown>).map(([name, given]) => [name, readAxis(name, given, props)]),
    ),
  }
}

function readPart(given: unknown): OraclePart {
  const {
    select,
    pseudo,
    in: where,
  } = (typeof given === 'string' ? { select: given } : given) as Record<string, string>
  const inside = /^(.*)(::(?:before|after|marker|placeholder))$/.exec(select!)
  return {
    select: pseudo || !inside ? select! : inside[1]!,
    ...((pseudo ?? inside?.[2]) && { pseudo: pseudo ?? inside![2]! }),
    ...(where && { inPage: true }),
  }
}

function readAxis(name: string, given: unknown, props: OracleSheet['props']): OracleSheet['axes'][string] {
  if (given === 'flag')
    return { default: 'off', values: { off: [{ props: { [name]: false } }], on: [{ props: { [name]: true } }] } }
  const long = (Array.isArray(given) ? { values: given } : given) as { default?: string; values: unknown }
  if (Array.isArray(long.values)) {
    const values = Object.fromEntries(
      long.values.map((value): [string, ReachFile[]] => [
        String(value),
        [{ props: { [name]: props[name]?.type === 'flag' ? value === 'on' || value === true : value } }],
      ]),
    )
    return { default: String(long.default ?? long.values[0]), values }
  }
  const values = Object.fromEntries(
    Object.entries(long.values as Record<string, ReachFile | ReachFile[] | null>).map(([value, reach]) => [
      value,
      list(reach ?? undefined),
    ]),
  )
  return { default: String(long.default ?? Object.keys(values)[0]), values }
}

/** What brings a case about: props, slots and changes by the axes in their order. */
export function nodeOf(
  sheets: ReadonlyMap<string, OracleSheet>,
  slug: string,
  values: Readonly<Record<string, string>>,
  given: { props?: Record<string, unknown>; slots?: Record<string, unknown> } = {},
): OracleNode {
  const sheet = sheets.get(slug)!
  const props: Record<string, unknown> = {}
  for (const [name, prop] of Object.entries(sheet.props))
    props[name] = prop.default ?? (prop.type === 'flag' ? false : /text|colour/.test(prop.type) ? '' : undefined)
  const slots: Record<string, unknown> = {}
  for (const [name, slot] of Object.entries(sheet.slots)) slots[name] = slot.default ?? 'none'
  const node: OracleNode = {
    slug,
    kind: sheet.source.kind,
    ...(sheet.source.tag && { tag: sheet.source.tag }),
    props,
    slots: {},
    events: sheet.events,
    parts: sheet.parts,
    changes: [],
    forced: [],
    steps: [],
  }
  for (const [name, axis] of Object.entries(sheet.axes)) {
    for (const reach of axis.values[values[name] ?? axis.default] ?? []) {
      const on = reach.on ?? 'root'
      Object.assign(props, reach.props)
      Object.assign(slots, reach.slots)
      if (reach.attr) node.changes.push({ on, attr: reach.attr })
      if (reach.property) node.changes.push({ on, property: reach.property })
      if (reach.class) node.changes.push({ on, class: list(reach.class) })
      if (reach.pseudo) node.forced.push({ on, pseudo: list(reach.pseudo) })
      for (const step of reach.steps ?? []) {
        const [kind, value] = typeof step === 'string' ? [step, undefined] : Object.entries(step)[0]!
        node.steps.push({ kind: kind!, value })
      }
    }
  }
  Object.assign(props, given.props)
  Object.assign(slots, given.slots)
  const order = (change: OracleChange) => (change.attr ? 0 : change.property ? 1 : 2)
  node.changes.sort((a, b) => order(a) - order(b))
  node.slots = Object.fromEntries(
    Object.entries(slots).map(([name, value]) => [name, slotOf(sheets, sheet, name, value)]),
  )
  return node
}

/** What a value of a slot stands for. */
export function slotOf(
  sheets: ReadonlyMap<string, OracleSheet>,
  owner: OracleSheet,
  slot: string,
  value: unknown,
): null | { text: string } | OracleNode {
  if (value === 'none' || value === undefined) return null
  if (typeof value === 'string')
    return sheets.has(value) ? nodeOf(sheets, value, {}) : owner.slots[slot]?.text ? { text: value } : null
  if ('text' in (value as object)) return value as { text: string }
  const {
    component,
    axes = {},
    props,
    slots,
  } = value as {
    component: string
    axes?: Record<string, string>
    props?: Record<string, unknown>
    slots?: Record<string, unknown>
  }
  return nodeOf(sheets, component, axes, { ...(props && { props }), ...(slots && { slots }) })
}
