import type { CompletionContext, CompletionResult, CompletionSource } from '@codemirror/autocomplete'
import { READINGS } from '@/core/readings'
import { sheetJsonSchema, type JsonSchema } from '@/core/schemas'
import type { Sheet } from '@/core/sheet'
import { STEP_LIST, STEPS, type StepMention } from '@/core/steps'

type Schema = JsonSchema

/** Completion of a sheet's text: keys and values that its schema allows, and the sheet's own names where they are meant. */
export function sheetCompletion(sheetOf: () => Sheet | undefined): CompletionSource {
  const schema = sheetJsonSchema()
  return (context) => {
    const word = context.matchBefore(/[\w-]*/)
    if (!word || (word.from === word.to && !context.explicit)) return null
    const { path, isValue } = placeAt(context)
    const options = isValue ? valuesAt(schema, path, sheetOf()) : keysAt(schema, path, sheetOf())
    return options.length > 0 ? ({ from: word.from, options } satisfies CompletionResult) : null
  }
}

/** The keys that lead to where the cursor stands, by the indentation of the lines above. */
function placeAt(context: CompletionContext): { path: string[]; isValue: boolean } {
  const { doc } = context.state
  const line = doc.lineAt(context.pos)
  const before = line.text.slice(0, context.pos - line.from)
  const path: string[] = []
  let indent = /^\s*(- )?/.exec(before)![0].length
  for (let number = line.number - 1; number >= 1 && indent > 0; number--) {
    const { text } = doc.line(number)
    if (text.trim() === '' || text.trimStart().startsWith('#')) continue
    const item = /^(\s*)((?:- )*)(?:([\w-]+|"[^"]*"):)?/.exec(text)!
    const column = item[1]!.length + item[2]!.length
    if (item[3] !== undefined && column < indent) {
      path.unshift(item[3].replace(/"/g, ''))
      indent = item[1]!.length === 0 ? 0 : column
      if (item[2]) {
        path.unshift('#')
        indent = item[1]!.length
      }
    }
  }
  if (/^\s*- /.test(before)) path.push('#')
  // Inside braces on the same line: the keys that are still open.
  const own = before.replace(/^\s*(- )?/, '')
  const open: string[] = []
  let last = ''
  for (const [, key, sign] of own.matchAll(/([\w.()[\]*-]+)\s*:|([{}[\],])/g)) {
    if (key !== undefined) last = key
    else if (sign === '{' || sign === '[') open.push(last)
    else if (sign === '}' || sign === ']') open.pop()
    else last = ''
  }
  path.push(...open.filter(Boolean))
  const key = /([\w.()[\]*-]+)\s*:\s*[\w-]*$/.exec(own)?.[1]
  if (key !== undefined) path.push(key)
  return { path, isValue: key !== undefined || /\[[^\]]*$/.test(own) }
}

const itemsOf = ({ items }: Schema): Schema[] => (items === undefined ? [] : Array.isArray(items) ? items : [items])

function follow(schema: Schema, path: readonly string[]): Schema[] {
  const root = schema
  const open = (each: Schema): Schema[] => {
    if (each.$ref) return open(root.$defs?.[each.$ref.replace('#/$defs/', '')] ?? {})
    const branches = [...(each.anyOf ?? []), ...(each.oneOf ?? [])]
    return branches.length > 0 ? branches.flatMap(open) : [each]
  }
  return path.reduce<Schema[]>(
    (now, step) =>
      now.flatMap((each) => {
        if (step === '#') return itemsOf(each).flatMap(open)
        const own = each.properties?.[step]
        if (own) return open(own)
        return typeof each.additionalProperties === 'object' ? open(each.additionalProperties) : []
      }),
    open(schema),
  )
}

const READING_OPTIONS = [...READINGS.values()].map(({ name, argument, about, example }) => {
  const label = argument ? `${name}(${argument})` : name
  return {
    label,
    type: 'property',
    detail: 'reading',
    apply: `${label}: `,
    info: `${about} Example: ${label}: ${example}`,
  }
})

function keysAt(schema: Schema, path: readonly string[], sheet: Sheet | undefined) {
  const last = path.at(-1)
  const inRule = path[0] === 'spec' && path.includes('expect')
  if (sheet && inRule && last === 'expect') return named(Object.keys(sheet.parts), 'part')
  if (inRule && path.length >= 4) return READING_OPTIONS
  if (sheet && last === 'when')
    return named(
      sheet.axes.map(({ name }) => name),
      'axis',
    )
  const step = sheet && stepAt(path)
  if (step) {
    if (step.kind === undefined) return STEP_OPTIONS
    const named = step.mentions.flatMap(({ names, rest }) => keysOf(names, rest, sheet))
    if (named.length > 0) return named
  }
  const keys = new Map(follow(schema, path).flatMap(({ properties }) => Object.entries(properties ?? {})))
  return [...keys].map(([label, { description }]) => ({
    label,
    type: 'property',
    apply: `${label}: `,
    ...(description !== undefined && { info: description }),
  }))
}

const named = (labels: readonly string[], detail: string) =>
  labels.map((label) => ({ label, type: 'variable', detail, apply: `${label}: ` }))

const STEP_OPTIONS = STEP_LIST.map(({ kind, about }) => ({
  label: kind,
  type: 'property',
  detail: 'step',
  apply: `${kind}: `,
  info: about,
}))

/** The step in which a place lies, with the names that may stand there. */
function stepAt(path: readonly string[]) {
  const at = path.indexOf('steps')
  if (at < 0 || path[at + 1] !== '#') return undefined
  const [kind, ...inner] = path.slice(at + 2)
  const mentions = (STEPS.get(kind ?? '')?.mentions ?? [])
    .filter((each) => each.at.every((key, index) => inner[index] === key))
    .map((each) => ({ names: each.names, rest: inner.slice(each.at.length) }))
  return { kind, mentions }
}

function keysOf(names: StepMention['names'], rest: readonly string[], { parts, data }: Sheet) {
  if (names === 'props' && rest.length === 0) return named(Object.keys(data.props), 'prop')
  if (names === 'slots' && rest.length === 0) return named(Object.keys(data.slots), 'slot')
  if (names !== 'expected') return []
  if (rest.length === 0) return [...named(Object.keys(parts), 'part'), ...named(['events'], 'events')]
  return rest[0] === 'events' ? named(Object.keys(data.events), 'event') : READING_OPTIONS
}

function valuesAt(schema: Schema, path: readonly string[], sheet: Sheet | undefined) {
  const isPart = stepAt(path)?.mentions.some(({ names, rest }) => names === 'part' && rest.length === 0)
  if (sheet && isPart)
    return [...Object.keys(sheet.parts), 'page'].map((label) => ({ label, type: 'variable', detail: 'part' }))
  const values = follow(schema, path).flatMap((each) => [
    ...(each.enum ?? []),
    ...(each.const === undefined ? [] : [each.const]),
    ...itemsOf(each).flatMap((item) => item.enum ?? []),
  ])
  return [...new Set(values.map(String))].map((label) => ({ label, type: 'constant' }))
}
