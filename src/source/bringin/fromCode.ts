import { combinations, spaceOf } from '@/core/matrix'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'
import { readSheet, type Library } from '@/core/sheet'
import { folderOf, MANY_CASES, printSheet, slugFor, titleOf, type Proposal } from './proposal'
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
  parts?: readonly { name: string }[]
  /** The folder of a repository in which the module stands: the sheet goes beside it, and nothing is copied. */
  inPlace?: string
  /** Of a custom element: what can be set from outside by styles. */
  customProperties?: readonly string[]
}

// More axes than this make a matrix that nobody looks at; what is left over stays a prop.
const MOST_AXES = 6
const MOST_AXIS_VALUES = 12

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
  const css = Object.entries(source.files).filter(([path]) => /\.css$/.test(path) && !/\.module\.css$/.test(path))
  const states = stateAxes(
    [...css.flatMap(([, text]) => statesInCss(text).states), ...statesInCode(source.files[source.module] ?? '')],
    () => undefined,
  )
  const { varying, others } = axesOf(props)
  // What is disabled takes no focus and answers to no pointer: it is a state beside these, no axis across them.
  const interaction = states.interaction as { values: Record<string, unknown> } | undefined
  if (interaction && varying.disabled === 'flag') {
    interaction.values.disabled = { props: { disabled: true } }
    delete varying.disabled
  }
  const axes = { ...varying, ...Object.fromEntries(Object.entries(states).filter(([name]) => !(name in varying))) }
  const fields = {
    sheet: 1,
    name: titleOf(slugFor(reading.name === 'default' ? slug : reading.name)),
    ...(reading.about && { about: reading.about }),
    status: 'draft',
    source: {
      kind: source.kind,
      module: source.module,
      ...(source.export !== undefined && source.export !== 'default' && { export: source.export }),
      ...(source.tag !== undefined && { tag: source.tag }),
      ...(source.styles.length > 0 && { styles: source.styles }),
    },
    parts: {
      ...(source.tag !== undefined && { root: source.tag }),
      ...Object.fromEntries((source.parts ?? []).map(({ name }) => [slugFor(name), `${source.tag}::part(${name})`])),
    },
    props: Object.fromEntries(props.map((prop) => [prop.name, sheetProp(prop)])),
    slots: Object.fromEntries(
      slots.map(({ name, about, default: usual }) => [
        name,
        {
          text: true,
          default:
            typeof usual === 'string' ? { text: usual } : /^(children|default)$/.test(name) ? { text: 'Text' } : 'none',
          ...(about && { about }),
        },
      ]),
    ),
    events: Object.fromEntries(events.map(({ name, about }) => [name, about ? { about } : {}])),
    axes,
  }
  const text = printSheet(fields)
  const isMany = countOf(text, file) > MANY_CASES
  return {
    slug,
    file,
    texts: {
      [file]: isMany ? printSheet({ ...fields, cover: 'pairs' }) : text,
      ...(source.inPlace === undefined &&
        Object.fromEntries(Object.entries(source.files).map(([path, each]) => [folder + path, each]))),
    },
    understood: [
      ...props.map(
        (prop) =>
          `prop ${prop.name}: ${prop.values ? prop.values.join(', ') : prop.type}${prop.default === undefined ? '' : `, ${String(prop.default)} when left out`}${prop.name in varying ? ', an axis' : ''}`,
      ),
      ...slots.map(({ name }) => `slot ${name}`),
      ...events.map(({ name }) => `event ${name}`),
      ...Object.keys(states).map((name) => `axis ${name}, from the styles`),
      ...(source.customProperties?.length ? [`set by styles: ${source.customProperties.join(', ')}`] : []),
      ...(reading.natives ? [`${reading.natives} attributes of a native element: name those you use under props`] : []),
      ...(others.length > 0 ? [`not taken as axes, since there are enough: ${others.join(', ')}`] : []),
      ...(isMany ? ['more cases than anyone looks at: a run takes those that cover every pair'] : []),
    ],
    unclear: reading.unclear.map(({ line, what }) => `${source.module}:${line}: ${what}`),
  }
}

/** Axes from props, named choices before flags, as many as make a matrix that can be looked at. */
function axesOf(props: readonly CodeProp[]): { varying: Record<string, unknown>; others: string[] } {
  const possible = props.flatMap((prop) => {
    const axis = axisOf(prop)
    return axis === undefined ? [] : [{ prop, axis }]
  })
  const ranked = possible.toSorted((a, b) => rankOf(a.prop) - rankOf(b.prop))
  const taken = new Set(ranked.slice(0, MOST_AXES))
  return {
    varying: Object.fromEntries(possible.filter((each) => taken.has(each)).map(({ prop, axis }) => [prop.name, axis])),
    others: possible.filter((each) => !taken.has(each)).map(({ prop }) => prop.name),
  }
}

const LOOKS = /^(variant|appearance|kind|tone|intent|color|colour|size|shape|weight|emphasis|status|severity|level)$/
const STATES =
  /^(is-)?(disabled|loading|busy|checked|indeterminate|selected|active|current|pressed|open|expanded|invalid|error|required|read-?only)$/

/** How likely a prop is one that a design speaks of: looks, then states, then other choices, then other flags. */
const rankOf = ({ name, type }: CodeProp): number =>
  LOOKS.test(name) ? 0 : STATES.test(name) ? 1 : type === 'choice' ? 2 : 3

// What only forms, links and browsers ask for changes no look.
const OF_BROWSER =
  /^(type|target|rel|dir|lang|loop|name|value|href|download|form(-.+)?|auto-?(complete|focus|correct|capitalize)|input-?mode|enter-?key-?hint|spell-?check|no-?validate|novalidate)$/

function axisOf({ name, type, values = [], default: usual, isInner, isOptional }: CodeProp): unknown {
  if (isInner || OF_BROWSER.test(name)) return undefined
  if (type === 'flag') {
    if (usual !== true) return 'flag'
    return { default: 'on', values: { off: { props: { [name]: false } }, on: { props: { [name]: true } } } }
  }
  if (type !== 'choice' || values.length < 2 || values.length > MOST_AXIS_VALUES) return undefined
  const names = values.map((value) => valueName(String(value)))
  if (new Set(names).size < names.length) return undefined
  // What is then shown is the component's own affair, and none of its values.
  if (isOptional && usual === undefined) {
    const reaches = values.map((value, at) => [names[at]!, { props: { [name]: value } }] as const)
    return { values: { [names.includes('unset') ? 'left-out' : 'unset']: {}, ...Object.fromEntries(reaches) } }
  }
  const first = usual === undefined ? names[0] : valueName(String(usual))
  const isPlain = values.every((value, at) => value === names[at])
  if (isPlain) return first === names[0] ? names : { default: first, values: names }
  // A value that is no name of the format goes to the prop by another.
  const reaches = Object.fromEntries(values.map((value, at) => [names[at]!, { props: { [name]: value } }]))
  return { ...(first !== names[0] && { default: first }), values: reaches }
}

/** `iconOnly` → `icon-only`, `2XL` → `2xl`, `1.5` → `1-5`. */
const valueName = (value: string): string => kebabCase(value) || 'none'

/** States that code speaks of: utility classes such as `hover:`, and selectors of styles in code. */
function statesInCode(text: string): CssState[] {
  return (['hover', 'focus-visible', 'active'] as const)
    .filter((name) => new RegExp(`[\\s"'\`:]${name}:[\\w\\[-]|&:${name}\\b|['"\`]:${name}\\b`).test(text))
    .map((name): CssState => ({ kind: 'pseudo', name, beside: [] }))
}

function sheetProp({ type, values, default: usual, about, isOptional }: CodeProp): Record<string, unknown> {
  const value = usual ?? (type === 'choice' && !isOptional ? values?.[0] : type === 'flag' ? false : undefined)
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
