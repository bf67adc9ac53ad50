import { titleOf } from '@/core/words'
import { combinations, spaceOf } from '@/core/matrix'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { readSheet, type Library } from '@/core/sheet'
import { isLook, isState, type CodePart } from '../code'
import { folderOf, MANY_CASES, printSheet, slugFor, type Proposal } from './proposal'
import { stateAxes } from './stateAxes'
import { statesInCss, type CssState } from './statesInCss'

export interface CodeSource {
  kind: 'react' | 'element'
  /** Path of the module in the component's folder. */
  module: string
  /** Of a React component: its export. */
  export?: string
  /** Of a custom element. */
  tag?: string
  styles: readonly string[]
  /** Files of the component's folder. */
  files: Readonly<Record<string, string>>
  /** Of a custom element: what it exposes. */
  parts?: readonly { name: string }[]
  /** Of a React component: what its JSX names. */
  inside?: readonly CodePart[]
  /** The folder of a repository in which the module stands: the sheet goes beside it, and nothing is copied. */
  inPlace?: string
  /** Of a custom element: what can be set from outside by styles. */
  customProperties?: readonly string[]
}

// More axes than this make a matrix that nobody looks at; what is left over stays a prop.
const MAX_AXES = 6
const MAX_AXIS_VALUES = 12

/** Proposes a sheet for a component whose code says what it takes. */
export function fromCode(
  reading: CodeReading,
  source: CodeSource,
  taken: readonly string[],
  called?: string,
): Proposal {
  const slug = slugFor(called ?? source.tag ?? reading.name, taken)
  const folder = source.inPlace ?? folderOf(slug)
  const file = `${folder}${slug}.sheet.yaml`
  const props = reading.props.filter(
    ({ type, isInner }) => type !== 'node' && type !== 'event' && !(isInner && type === 'data'),
  )
  const slots = reading.props.filter(({ type }) => type === 'node')
  const events = reading.props.filter(({ type }) => type === 'event')
  const parts = partsOf(source)
  const states = stateAxes(
    [
      ...statesInStyles(source.files).filter((state) => isHere(state, source)),
      ...statesInCode(source.files[source.module] ?? ''),
    ],
    ({ beside, tag }) => parts.find(({ names }) => names.some((name) => beside.includes(name) || name === tag))?.part,
  )
  const { varying, others } = axesOf(props)
  const unreached = source.kind === 'react' ? ownStates(states, varying) : []
  disabledAsState(states, varying)
  const fields = {
    sheet: 1,
    name: titleOf(slugFor(reading.name === 'default' ? slug : reading.name)),
    ...(reading.about && { about: reading.about }),
    status: 'draft',
    source: sourceField(source),
    parts: Object.fromEntries(parts.map(({ part, select }) => [part, select])),
    props: Object.fromEntries(props.map((prop) => [prop.name, sheetProp(prop)])),
    slots: Object.fromEntries(slots.map((slot) => [slot.name, sheetSlot(slot)])),
    events: Object.fromEntries(events.map(({ name, about }) => [name, about ? { about } : {}])),
    axes: { ...varying, ...Object.fromEntries(Object.entries(states).filter(([name]) => !(name in varying))) },
  }
  const text = printSheet(fields)
  const isMany = countOf(text, file) > MANY_CASES
  const copied = source.inPlace === undefined ? Object.entries(source.files) : []
  return {
    slug,
    file,
    texts: {
      [file]: isMany ? printSheet({ ...fields, cover: 'pairs' }) : text,
      ...Object.fromEntries(copied.map(([path, each]) => [folder + path, each])),
    },
    understood: understoodOf({ reading, source, parts, props, slots, events, states, varying, others, isMany }),
    unclear: unclearOf(reading, source, unreached),
  }
}

interface Found {
  reading: CodeReading
  source: CodeSource
  parts: readonly Part[]
  props: readonly CodeProp[]
  slots: readonly CodeProp[]
  events: readonly CodeProp[]
  states: Readonly<Record<string, unknown>>
  varying: Readonly<Record<string, unknown>>
  /** Props that could be axes as well. */
  others: readonly string[]
  isMany: boolean
}

const understoodOf = (found: Found): string[] => {
  const { reading, source, parts, props, slots, events, states, varying, others, isMany } = found
  return [
    ...(parts.length > 0 ? [`parts ${parts.map(({ part }) => part).join(', ')}`] : []),
    ...props.map((prop) => aboutProp(prop, varying)),
    ...slots.map(({ name }) => `slot ${name}`),
    ...events.map(({ name }) => `event ${name}`),
    ...Object.keys(states).map((name) => `axis ${name}, from the styles`),
    ...(source.customProperties?.length ? [`set by styles: ${source.customProperties.join(', ')}`] : []),
    ...(reading.nativeProps
      ? [`${reading.nativeProps} attributes of a native element: name those you use under props`]
      : []),
    ...(others.length > 0 ? [`not taken as axes, since there are enough: ${others.join(', ')}`] : []),
    ...(isMany ? ['more cases than anyone looks at: a run takes those that cover every pair'] : []),
  ]
}

const unclearOf = (reading: CodeReading, source: CodeSource, unreached: readonly string[]): string[] => [
  ...reading.unclear.map(({ line, what }) => `${source.module}:${line}: ${what}`),
  ...unreached.map(
    (name) => `the styles speak of ${name}, which the component sets itself: no prop of that name; reach it by steps`,
  ),
]

/** What is disabled takes no focus and answers to no pointer: it is a state beside these, no axis across them. */
function disabledAsState(states: Record<string, unknown>, varying: Record<string, unknown>) {
  const interaction = states.interaction as { values: Record<string, unknown> } | undefined
  if (!interaction) return
  for (const name of ['disabled', 'is-disabled'])
    if (varying[name] === 'flag') {
      interaction.values.disabled = { props: { [name]: true } }
      delete varying[name]
    }
}

const sourceField = ({ kind, module, tag, styles, ...source }: CodeSource) => ({
  kind,
  module,
  ...(source.export !== undefined && source.export !== 'default' && { export: source.export }),
  ...(tag !== undefined && { tag }),
  ...(styles.length > 0 && { styles }),
})

function sheetSlot({ name, about, default: given }: CodeProp) {
  const isMain = /^(children|default)$/.test(name)
  const filling = typeof given === 'string' ? { text: given } : isMain ? { text: 'Text' } : 'none'
  return { text: true, default: filling, ...(about && { about }) }
}

function aboutProp({ name, type, values, default: given }: CodeProp, varying: Readonly<Record<string, unknown>>) {
  const leftOut = given === undefined ? '' : `, ${String(given)} when left out`
  return `prop ${name}: ${values ? values.join(', ') : type}${leftOut}${name in varying ? ', an axis' : ''}`
}

interface Part {
  part: string
  select: string
  /** Classes and elements by which styles name it. */
  names: string[]
}

function partsOf({ tag, parts = [], inside = [] }: CodeSource): Part[] {
  if (tag !== undefined) {
    const exposed = parts.map(({ name }) => ({ part: slugFor(name), select: `${tag}::part(${name})`, names: [] }))
    return [{ part: 'root', select: tag, names: [tag] }, ...exposed]
  }
  const block = inside.find(({ isRoot }) => isRoot)?.name ?? commonStart(inside.map(({ name }) => name))
  const found: Part[] = []
  for (const { name, select, classes, isRoot } of inside) {
    if (isRoot) continue
    const short = block !== '' && name.startsWith(block) ? name.slice(block.length).replace(/^[-_]+/, '') : name
    const part = slugFor(
      short || name,
      found.map((each) => each.part),
    )
    if (part !== 'root') found.push({ part, select, names: [name, ...classes] })
  }
  return found
}

/** Whether a state is one of the component's own elements, as far as these are known: its styles may be those of several. */
const isHere = ({ beside, tag }: CssState, { inside = [] }: CodeSource): boolean =>
  inside.length === 0 ||
  inside.some(({ name, classes }) => [name, ...classes].some((each) => beside.includes(each) || each === tag))

/** `warden-veil`, `warden-panel` → `warden-`; of one alone, nothing. */
function commonStart(names: readonly string[]): string {
  const [first = '', ...others] = names
  if (others.length === 0) return ''
  let length = first.length
  while (
    length > 0 &&
    !(others.every((name) => name.startsWith(first.slice(0, length))) && /[-_]$/.test(first.slice(0, length)))
  )
    length--
  return first.slice(0, length)
}

function statesInStyles(files: CodeSource['files']): CssState[] {
  return Object.entries(files).flatMap(([path, text]) => {
    if (!/\.css$/.test(path)) return []
    const { states } = statesInCss(text)
    // Classes of a module get names of the bundler's.
    return /\.module\.css$/.test(path) ? states.filter(({ kind }) => kind !== 'class') : states
  })
}

/**
 * Takes states out that a React component's styles know by attributes: its code sets them, and what is set from outside shows a state
 * that it is not in. @returns those that no prop of the same name reaches
 */
function ownStates(states: Record<string, unknown>, varying: Readonly<Record<string, unknown>>): string[] {
  const unreached: string[] = []
  for (const [name, axis] of Object.entries(states)) {
    const reaches = Object.values((axis as { values: Record<string, { attr?: Record<string, unknown> }> }).values)
    const attributes = reaches.flatMap(({ attr }) => Object.entries(attr ?? {}))
    if (attributes.length === 0) continue
    delete states[name]
    if (name in varying || `is-${name}` in varying || (name === 'state' && 'checked' in varying)) continue
    unreached.push(...attributes.map(([key, value]) => (value === true ? `[${key}]` : `[${key}=${String(value)}]`)))
  }
  return unreached
}

/** Axes from props, named choices before flags, as many as make a matrix that can be looked at. */
function axesOf(props: readonly CodeProp[]): { varying: Record<string, unknown>; others: string[] } {
  const possible = props.flatMap((prop) => {
    const axis = axisOf(prop)
    return axis === undefined ? [] : [{ prop, axis }]
  })
  const ranked = possible.toSorted((a, b) => rankOf(a.prop) - rankOf(b.prop))
  const taken = new Set(ranked.slice(0, MAX_AXES))
  return {
    varying: Object.fromEntries(possible.filter((each) => taken.has(each)).map(({ prop, axis }) => [prop.name, axis])),
    others: possible.filter((each) => !taken.has(each)).map(({ prop }) => prop.name),
  }
}

/** How likely a prop is one that a design speaks of: looks, then states, then other choices, then other flags. */
const rankOf = ({ name, type }: CodeProp): number => (isLook(name) ? 0 : isState(name) ? 1 : type === 'choice' ? 2 : 3)

// What only forms, links and browsers ask for changes no look.
const OF_BROWSER =
  /^(type|target|rel|dir|lang|loop|name|value|href|download|form(-.+)?|auto-?(complete|focus|correct|capitalize)|input-?mode|enter-?key-?hint|spell-?check|no-?validate|novalidate)$/

function axisOf({ name, type, values = [], default: defaultValue, isInner, isOptional }: CodeProp): unknown {
  if (isInner || OF_BROWSER.test(name)) return undefined
  if (type === 'flag') {
    if (defaultValue !== true) return 'flag'
    return { default: 'on', values: { off: { props: { [name]: false } }, on: { props: { [name]: true } } } }
  }
  if (type !== 'choice' || values.length < 2 || values.length > MAX_AXIS_VALUES) return undefined
  const names = values.map(valueName)
  if (new Set(names).size < names.length) return undefined
  // What is then shown is the component's own affair, and none of its values.
  if (isOptional && defaultValue === undefined) {
    const reaches = values.map((value, at) => [names[at]!, { props: { [name]: value } }] as const)
    return { values: { [names.includes('unset') ? 'left-out' : 'unset']: {}, ...Object.fromEntries(reaches) } }
  }
  const first = defaultValue === undefined ? names[0] : valueName(defaultValue)
  const isPlain = values.every((value, at) => value === names[at])
  if (isPlain) return first === names[0] ? names : { default: first, values: names }
  // A value that is no name of the format goes to the prop by another.
  const reaches = Object.fromEntries(values.map((value, at) => [names[at]!, { props: { [name]: value } }]))
  return { ...(first !== names[0] && { default: first }), values: reaches }
}

/** `iconOnly` → `icon-only`, `2XL` → `2xl`, `1.5` → `1-5`. */
const valueName = (value: string | number | boolean): string =>
  typeof value === 'boolean' ? (value ? 'on' : 'off') : kebabCase(String(value)) || 'none'

/** States that code speaks of: utility classes such as `hover:`, and selectors of styles in code. */
function statesInCode(text: string): CssState[] {
  return (['hover', 'focus-visible', 'active'] as const)
    .filter((name) => new RegExp(`[\\s"'\`:]${name}:[\\w\\[-]|&:${name}\\b|['"\`]:${name}\\b`).test(text))
    .map((name): CssState => ({ kind: 'pseudo', name, beside: [] }))
}

function sheetProp({ type, values, default: defaultValue, about, isOptional }: CodeProp): Record<string, unknown> {
  // No choice of the format is on or off besides words.
  if (values?.some((each) => typeof each === 'boolean'))
    return { type: 'data', default: defaultValue ?? false, ...(about && { about }) }
  const value = defaultValue ?? (type === 'choice' && !isOptional ? values?.[0] : type === 'flag' ? false : undefined)
  return { type, ...(values && { values }), ...(value !== undefined && { default: value }), ...(about && { about }) }
}

function countOf(text: string, file: string): number {
  const { sheet } = readSheet(text, file)
  if (!sheet) return 0
  let count = 0
  for (const _ of combinations(spaceOf(sheet, { data: { contexts: {} } as Library['data'] })))
    if (++count > MANY_CASES) break
  return count
}
