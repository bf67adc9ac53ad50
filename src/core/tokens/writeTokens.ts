import type { Token } from './resolve'
import { customProperties } from './customProperties'
import { readTokenText } from './valueText'

type Json = Record<string, unknown>
const isRecord = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Token documents laid over one another, the later on top, as one: groups are joined, tokens replaced; whatever else stands in them is kept. */
export function mergeTokenDocuments(documents: readonly unknown[]): Json {
  return documents.filter(isRecord).reduce<Json>((below, above) => lay(below, above), {})
}

function lay(below: Json, above: Json): Json {
  if ('$value' in above || typeof above.$ref === 'string') return above
  const merged: Json = { ...below }
  for (const [name, node] of Object.entries(above)) {
    const known = merged[name]
    merged[name] = isRecord(node) && isRecord(known) && !name.startsWith('$') ? lay(known, node) : node
  }
  return merged
}

/** A token document in the form of 2025.10: the drafts' text values become objects, all else stays as it is. */
export function modernise(document: unknown, inherited?: string): unknown {
  if (!isRecord(document)) return document
  const type = typeof document.$type === 'string' ? document.$type : inherited
  return Object.fromEntries(
    Object.entries(document).map(([name, node]) => {
      if (name === '$value') return [name, modernValue(node, type)]
      return [name, name.startsWith('$') && name !== '$root' ? node : modernise(node, type)]
    }),
  )
}

/** Fields of composite values, with their types. */
const FIELDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  shadow: { color: 'color', offsetX: 'dimension', offsetY: 'dimension', blur: 'dimension', spread: 'dimension' },
  border: { color: 'color', width: 'dimension' },
  transition: { duration: 'duration', delay: 'duration', timingFunction: 'cubicBezier' },
  gradient: { color: 'color' },
  typography: { fontSize: 'dimension', letterSpacing: 'dimension' },
}

function modernValue(value: unknown, type: string | undefined): unknown {
  if (typeof value === 'string' && /^(color|dimension|duration)$/.test(type ?? '')) {
    const read = readTokenText(value, type, undefined)
    return 'value' in read ? read.value : value
  }
  if (Array.isArray(value) && type !== undefined && type in FIELDS) return value.map((each) => modernValue(each, type))
  if (!isRecord(value) || type === undefined || !(type in FIELDS)) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, field]) => [
      name,
      FIELDS[type]![name] ? modernValue(field, FIELDS[type]![name]) : field,
    ]),
  )
}

/** Values of one context, with the selector under which CSS declares them. */
export interface ContextTokens {
  selector: string
  tokens: readonly Token[]
}

const HEAD = 'Written by Brelt from design tokens; edit those instead.'

/** CSS custom properties: all of the first context, and of each other one what differs from it. */
export function tokensAsCss(contexts: readonly ContextTokens[]): string {
  const [first, ...others] = contexts
  if (!first) return ''
  const base = new Map(customProperties(first.tokens))
  const block = (selector: string, entries: readonly (readonly [string, string])[]) =>
    `${selector} {\n${entries.map(([name, value]) => `  ${name}: ${value};\n`).join('')}}\n`
  const blocks = others.map(({ selector, tokens }) => ({
    selector,
    entries: customProperties(tokens).filter(([name, value]) => base.get(name) !== value),
  }))
  return [
    `/* ${HEAD} */\n`,
    block(first.selector, [...base]),
    ...blocks.filter(({ entries }) => entries.length > 0).map(({ selector, entries }) => block(selector, entries)),
  ].join('\n')
}

/** SCSS variables with the first context's values, and a map of each context. */
export function tokensAsScss(contexts: readonly ContextTokens[]): string {
  const [first] = contexts
  if (!first) return ''
  const lines = customProperties(first.tokens).map(([name, value]) => `$${name.slice(2)}: ${value};\n`)
  const maps = contexts.map(
    ({ selector, tokens }) =>
      `  ${JSON.stringify(selector)}: (\n${customProperties(tokens)
        .map(([name, value]) => `    ${JSON.stringify(name.slice(2))}: (${value}),\n`)
        .join('')}  ),\n`,
  )
  return `// ${HEAD}\n${lines.join('')}\n$tokens-by-context: (\n${maps.join('')});\n`
}

/** A TypeScript module: each token's custom property, and its values by context, with the union of all names. */
export function tokensAsTypeScript(contexts: readonly (ContextTokens & { name: string })[]): string {
  const [first] = contexts
  if (!first) return ''
  const rows = first.tokens.map(({ path, type, property }) => {
    const values = contexts.map(({ name, tokens }) => [name, tokens.find((each) => each.path === path)?.css] as const)
    const known = values.flatMap(([name, css]) =>
      css === undefined ? [] : [`${JSON.stringify(name)}: ${JSON.stringify(css)}`],
    )
    return `  ${JSON.stringify(path)}: { type: ${JSON.stringify(type ?? '')}, property: ${JSON.stringify(property)}, values: { ${known.join(', ')} } },\n`
  })
  return `// ${HEAD}\nexport const tokens = {\n${rows.join('')}} as const\n\nexport type TokenName = keyof typeof tokens\n\n/** A token as a value for styles: \`token('color.ink')\` is \`var(--color-ink)\`. */\nexport const token = (name: TokenName): string => \`var(\${tokens[name].property})\`\n`
}
