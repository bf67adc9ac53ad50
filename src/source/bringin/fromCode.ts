import { combinations, spaceOf } from '@/core/matrix'
import type { CodeProp, CodeReading } from '@/core/code'
import { readSheet, type Library } from '@/core/sheet'
import { folderOf, MANY_CASES, printSheet, slugFor, titleOf, type Proposal } from './proposal'
import { stateAxes } from './stateAxes'
import { statesInCss } from './statesInCss'

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
}

/** Proposes a sheet for a component whose code says what it takes. */
export function fromCode(
  reading: CodeReading,
  source: CodeSource,
  taken: readonly string[],
  called?: string,
): Proposal {
  const slug = slugFor(called ?? source.tag ?? reading.name, taken)
  const folder = folderOf(slug)
  const file = `${folder}${slug}.sheet.yaml`
  const props = reading.props.filter(({ type }) => type !== 'node' && type !== 'event')
  const slots = reading.props.filter(({ type }) => type === 'node')
  const events = reading.props.filter(({ type }) => type === 'event')
  const css = Object.entries(source.files).filter(([path]) => /\.css$/.test(path) && !/\.module\.css$/.test(path))
  const states = stateAxes(
    css.flatMap(([, text]) => statesInCss(text).states),
    () => undefined,
  )
  const varying = Object.fromEntries(
    props.flatMap((prop) => {
      const axis = axisOf(prop)
      return axis ? [[prop.name, axis]] : []
    }),
  )
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
      slots.map(({ name, about }) => [
        name,
        {
          text: true,
          default: name === 'children' || name === 'default' ? { text: 'Text' } : 'none',
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
      ...Object.fromEntries(Object.entries(source.files).map(([path, each]) => [folder + path, each])),
    },
    understood: [
      ...props.map(
        (prop) =>
          `prop ${prop.name}: ${prop.values ? prop.values.join(', ') : prop.type}${prop.default === undefined ? '' : `, ${String(prop.default)} when left out`}${axisOf(prop) ? ', an axis' : ''}`,
      ),
      ...slots.map(({ name }) => `slot ${name}`),
      ...events.map(({ name }) => `event ${name}`),
      ...Object.keys(states).map((name) => `axis ${name}, from the styles`),
      ...(isMany ? ['more cases than anyone looks at: a run takes those that cover every pair'] : []),
    ],
    unclear: reading.unclear.map(({ line, what }) => `${source.module}:${line}: ${what}`),
  }
}

function axisOf({ name, type, values = [], default: usual }: CodeProp): unknown {
  if (type === 'flag') {
    if (usual !== true) return 'flag'
    return { default: 'on', values: { off: { props: { [name]: false } }, on: { props: { [name]: true } } } }
  }
  if (type !== 'choice' || values.length < 2) return undefined
  const names = values.map(String)
  // A value that is no name of YAML's own kind goes to the prop by another.
  if (!names.every((name) => /^[a-z0-9]+(-[a-z0-9]+)*$/.test(name))) return undefined
  return usual === undefined || String(usual) === names[0] ? names : { default: String(usual), values: names }
}

function sheetProp({ type, values, default: usual, about }: CodeProp): Record<string, unknown> {
  const value = usual ?? (type === 'choice' ? values?.[0] : type === 'flag' ? false : undefined)
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
