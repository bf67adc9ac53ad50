import type { CompletionResult, CompletionSource } from '@codemirror/autocomplete'
import { propertyNames } from '@/core/css'
import { READINGS } from '@/core/readings'
import { sheetJsonSchema, type JsonSchema } from '@/core/schemas'
import type { Sheet } from '@/core/sheet'
import { STEP_LIST, STEPS, type StepMention } from '@/core/steps'
import { placeInYaml } from './placeInYaml'

type Schema = JsonSchema

/** Completion of a sheet's text: keys and values that its schema allows, and the sheet's own names where they are meant. */
export function sheetCompletion(sheetOf: () => Sheet | undefined): CompletionSource {
  const schema = sheetJsonSchema()
  return (context) => {
    const word = context.matchBefore(/[\w-]*/)
    if (!word || (word.from === word.to && !context.explicit)) return null
    const place = placeInYaml(context.state.doc.toString(), word.from, context.pos)
    if (!place) return null
    const keys = place.isValue ? [] : keysAt(schema, place.path, sheetOf())
    // What stands alone in an item of a list may be its whole value.
    const options = keys.length > 0 ? keys : valuesAt(schema, place.path, sheetOf())
    return options.length > 0 ? ({ from: word.from, options } satisfies CompletionResult) : null
  }
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

const PROPERTY_OPTIONS = propertyNames()
  .filter((name) => !name.startsWith('-'))
  .map((name) => ({ label: name, type: 'property', detail: 'CSS', apply: `${name}: `, boost: -1 }))

const OWN_OPTIONS = [...READINGS.values()].map(({ name, argument, about, example }) => {
  const label = argument ? `${name}(${argument})` : name
  return {
    label,
    type: 'property',
    detail: 'reading',
    apply: `${label}: `,
    info: `${about} Example: ${label}: ${example}`,
  }
})

const READING_OPTIONS = [...OWN_OPTIONS, ...PROPERTY_OPTIONS]

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
