import type { JsonSchema } from '../schemas'
import { printFlow } from '../yaml'
import { code, page, table } from './markdown'

const REF = '#/$defs/'

// Steps have a page of their own; a target's one key is told with its name.
const ELSEWHERE: ReadonlySet<string> = new Set(['Step', 'Target'])

interface Section {
  title: string
  schema: JsonSchema
}

/** The reference of one file format: every key, with its type, what it is for, its default and an example. */
export function formatPage(title: string, schema: JsonSchema, source: string, intro: string): string {
  const named = Object.entries(schema.$defs ?? {})
    .filter(([name, definition]) => !ELSEWHERE.has(name) && objectsIn(definition).length > 0)
    .flatMap(([name, definition]) => sectionsOf(name, definition))
  const sections = [...sectionsOf('', schema), ...named]
  const told = new Set<string>()
  const parts = sections.flatMap(({ title: name, schema: object }) => {
    const rows = keyTable(object)
    // The same object stands in several places: it is told once.
    if (told.has(name + rows)) return []
    told.add(name + rows)
    return name === '' ? [rows] : [`## ${name}`, rows]
  })
  return page(title, source, intro, ...parts, '## Kinds of values', valueTable(schema))
}

/** An object with its own keys, and those inside it, outer ones first. */
function sectionsOf(path: string, schema: JsonSchema): Section[] {
  return objectsIn(schema).flatMap((object) => {
    const kind = kindOf(object)
    const title = [path, kind].filter(Boolean).join(', ')
    const inner = Object.entries(object.properties ?? {}).flatMap(([key, given]) =>
      sectionsOf(path === '' ? code(key) : `${path} › ${code(key)}`, given),
    )
    return [{ title, schema: object }, ...inner]
  })
}

/** `kind: markup`, where a constant tells an object from its alternatives. */
function kindOf({ properties = {} }: JsonSchema): string {
  const [first] = Object.entries(properties)
  return first && first[1].const !== undefined && first[0] !== 'sheet' && first[0] !== 'library'
    ? code(`${first[0]}: ${String(first[1].const)}`)
    : ''
}

/** The objects with keys of their own that a schema may be, without those that have a name. */
function objectsIn(schema: JsonSchema): JsonSchema[] {
  if (schema.properties) return [schema]
  const inner = [
    ...(schema.anyOf ?? []),
    ...(schema.oneOf ?? []),
    ...(typeof schema.additionalProperties === 'object' ? [schema.additionalProperties] : []),
    ...[schema.items ?? []].flat(),
  ]
  return inner.flatMap((each) => objectsIn(each))
}

function keyTable({ properties = {}, required = [] }: JsonSchema): string {
  return table(
    ['key', 'value', 'what it is', 'default', 'example'],
    Object.entries(properties).map(([key, schema]) => [
      code(key),
      typeOf(schema),
      schema.description ?? '',
      required.includes(key) ? 'required' : defaultOf(schema),
      schema.examples?.[0] === undefined ? '' : code(printFlow(schema.examples[0])),
    ]),
  )
}

const isEmpty = (value: unknown) => typeof value === 'object' && value !== null && Object.keys(value).length === 0

const defaultOf = ({ default: defaultValue }: JsonSchema) =>
  defaultValue === undefined || isEmpty(defaultValue) ? '' : code(printFlow(defaultValue))

/** A schema's type in a few words. */
function typeOf(schema: JsonSchema): string {
  if (schema.$ref) return schema.$ref.slice(REF.length)
  if (schema.const !== undefined) return code(String(schema.const))
  if (schema.enum) return schema.enum.map((each) => code(String(each))).join(' or ')
  const alternatives = [...(schema.anyOf ?? []), ...(schema.oneOf ?? [])]
  if (alternatives.length > 0) return [...new Set(alternatives.map((each) => typeOf(each)))].join(' or ')
  if (schema.prefixItems)
    return `list of ${schema.prefixItems.length}: ${schema.prefixItems.map((each) => typeOf(each)).join(', ')}`
  if (schema.type === 'array') {
    const [items = {}] = [schema.items ?? {}].flat()
    return `list of ${typeOf(items)}`
  }
  if (schema.properties) return kindOf(schema) ? `object with ${kindOf(schema)}` : 'object'
  if (typeof schema.additionalProperties === 'object') return `map to ${typeOf(schema.additionalProperties)}`
  const types = [schema.type ?? []].flat()
  return types.map((each) => WORDS[each] ?? each).join(' or ') || 'anything'
}

const WORDS: Readonly<Record<string, string>> = {
  integer: 'whole number',
  boolean: 'yes or no',
  string: 'text',
  null: 'nothing',
}

/** Definitions that keys speak of by name. */
function valueTable(schema: JsonSchema): string {
  const rows = Object.entries(schema.$defs ?? {}).map(([name, definition]) => [
    name,
    NAMED[name] ?? typeOf(definition),
    definition.pattern ? code(definition.pattern) : '',
  ])
  return table(['name', 'what it is', 'pattern'], rows)
}

const NAMED: Readonly<Record<string, string>> = {
  Name: 'a name in kebab-case: small letters, digits and single hyphens',
  AxisValue: 'a value of an axis, in kebab-case; numbers and yes or no are taken by their text',
  ContextValue: 'a value of a context or axis, such as `night` or `200%`',
  Path: 'a file, from the folder of the file that names it; or one of a package, by its name',
  Json: 'any value that YAML can write',
  SlotValue: '`none`, the name of a component, text, `{ text: … }`, or a component with its own settings',
  Step: 'a step: see [Steps](steps.md)',
  Target: 'a part such as `header[2]`, `page` (beside the component), or `{ at: [x, y] }` from the host’s corner',
  Expected: 'parts with their readings and expectations, and `events` with how often each came',
  Duration: 'a time such as `250ms` or `5s`; a number is in ms',
}
