import { propDefault, type Filling } from '../plan'
import { camelCase } from '../sheet'
import { isSame } from '../yaml'
import type { BenchSheet } from './openBench'

/** Code that makes a component as it stands on the bench. */
export interface Code {
  kind: 'react' | 'element'
  text: string
}

type Placed = Extract<Filling, { kind: 'component' }>

const WIDTH = 80

/**
 * The code that makes what stands on the bench: only what differs from its defaults.
 * @returns undefined for a component of markup, whose code is what it renders
 */
export function printCode(sheets: ReadonlyMap<string, BenchSheet>, placed: Placed): Code | undefined {
  const { kind } = sheets.get(placed.slug)!.source
  if (kind === 'element') return { kind, text: elementOf(sheets, placed) }
  if (kind !== 'react') return undefined
  const imports = new Map<string, string>()
  const jsx = jsxOf(sheets, placed, imports)
  return { kind, text: `${[...imports.values()].toSorted().join('\n')}\n\nexport const Example = () => ${wrap(jsx)}\n` }
}

const wrap = (jsx: string) => (jsx.includes('\n') ? `(\n${indent(jsx, 1)}\n)` : jsx)
const indent = (text: string, by: number) => text.replace(/^(?=.)/gm, '  '.repeat(by))

/** Props whose values differ from those that they have by themselves. */
const differing = ({ data }: BenchSheet, { props }: Placed): [name: string, value: unknown][] =>
  Object.entries(props).filter(
    ([name, value]) => value !== undefined && !isSame(value, data.props[name] && propDefault(data.props[name])),
  )

const componentName = ({ slug, source }: BenchSheet): string =>
  source.kind === 'react' && source.export !== 'default'
    ? source.export
    : camelCase(slug).replace(/^./, (first) => first.toUpperCase())

function jsxOf(sheets: ReadonlyMap<string, BenchSheet>, placed: Placed, imports: Map<string, string>): string {
  const sheet = sheets.get(placed.slug)!
  const { source } = sheet
  // Inside React's code, custom elements stand as what they are; a template is nothing that React could render.
  if (source.kind === 'element') return elementOf(sheets, placed)
  if (source.kind !== 'react') return `null /* ${sheet.name} is made of markup */`
  const name = componentName(sheet)
  const from = `./${source.module.replace(/^.*\//, '').replace(/\.[jt]sx?$/, '')}`
  imports.set(
    placed.slug,
    source.export === 'default' ? `import ${name} from '${from}'` : `import { ${name} } from '${from}'`,
  )
  const given = differing(sheet, placed).map(([prop, value]) => attribute(camelCase(prop), value))
  for (const [slot, filling] of Object.entries(placed.slots)) {
    if (filling.kind === 'none') continue
    const inner = filling.kind === 'text' ? JSON.stringify(filling.text) : jsxOf(sheets, filling, imports)
    given.push(`${camelCase(slot)}={${inner}}`)
  }
  return tag(name, given)
}

function attribute(name: string, value: unknown): string {
  if (value === true) return name
  // In JSX a string has no escapes: what needs one is an expression.
  if (typeof value === 'string' && !/["\\\n&{}<>]/.test(value)) return `${name}="${value}"`
  return `${name}={${JSON.stringify(value)}}`
}

function tag(name: string, given: readonly string[]): string {
  const line = `<${[name, ...given].join(' ')} />`
  return line.length <= WIDTH ? line : `<${name}\n${given.map((each) => indent(each, 1)).join('\n')}\n/>`
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const escape = (text: string) => text.replace(/[&<>"]/g, (sign) => ESCAPES[sign]!)

function elementOf(sheets: ReadonlyMap<string, BenchSheet>, placed: Placed): string {
  const sheet = sheets.get(placed.slug)!
  const { source } = sheet
  const name = source.kind === 'element' ? source.tag : placed.slug
  const given = differing(sheet, placed).flatMap(([prop, value]) => {
    if (value === false) return []
    if (value === true) return [prop]
    return [`${prop}="${escape(typeof value === 'object' ? JSON.stringify(value) : String(value))}"`]
  })
  const inner = Object.entries(placed.slots).flatMap(([slot, filling]) => {
    if (filling.kind === 'none') return []
    if (filling.kind === 'text')
      return [slot === 'default' ? escape(filling.text) : `<span slot="${slot}">${escape(filling.text)}</span>`]
    const element = elementOf(sheets, filling)
    return [slot === 'default' ? element : element.replace(/^<([\w-]+)/, `<$1 slot="${slot}"`)]
  })
  const opening = `<${[name, ...given].join(' ')}>`
  return inner.length > 0
    ? `${opening}\n${inner.map((each) => indent(each, 1)).join('\n')}\n</${name}>`
    : `${opening}</${name}>`
}
