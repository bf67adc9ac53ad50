import { z } from 'zod'
import { kebabCase, type CodeProp, type CodeReading } from '@/core/code'

const typed = z.object({ text: z.string() }).optional()
const declaration = z.looseObject({
  kind: z.string(),
  name: z.string(),
  tagName: z.string().optional(),
  customElement: z.boolean().optional(),
  description: z.string().optional(),
  members: z
    .array(
      z.looseObject({
        kind: z.string(),
        name: z.string(),
        type: typed,
        default: z.string().optional(),
        description: z.string().optional(),
        privacy: z.string().optional(),
        static: z.boolean().optional(),
        readonly: z.boolean().optional(),
        attribute: z.string().optional(),
      }),
    )
    .default([]),
  attributes: z
    .array(
      z.looseObject({
        name: z.string(),
        type: typed,
        default: z.string().optional(),
        description: z.string().optional(),
        fieldName: z.string().optional(),
      }),
    )
    .default([]),
  slots: z.array(z.looseObject({ name: z.string(), description: z.string().optional() })).default([]),
  events: z.array(z.looseObject({ name: z.string(), description: z.string().optional() })).default([]),
  cssProperties: z.array(z.looseObject({ name: z.string(), description: z.string().optional() })).default([]),
  superclass: z.looseObject({ name: z.string() }).optional(),
  mixins: z.array(z.looseObject({ name: z.string() })).default([]),
  cssParts: z.array(z.looseObject({ name: z.string(), description: z.string().optional() })).default([]),
})

/** The open format in which custom elements are described (schema version 1 and 2). */
const manifestSchema = z.looseObject({
  schemaVersion: z.string().optional(),
  modules: z.array(z.looseObject({ path: z.string(), declarations: z.array(declaration).default([]) })),
})

/** A custom element as its manifest describes it. */
export interface ManifestElement extends CodeReading {
  tag: string
  module: string
  parts: { name: string; about?: string }[]
  /** CSS custom properties that it says can be set from outside. */
  customProperties: string[]
}

type Declaration = z.output<typeof declaration>

/** Reads a Custom Elements Manifest. @throws Error when it is none */
export function readManifest(text: string, file: string): ManifestElement[] {
  const read = manifestSchema.safeParse(todaysManifest(JSON.parse(text)))
  if (!read.success) throw new Error(`not a Custom Elements Manifest: ${z.prettifyError(read.error)}`)
  const known = new Map(read.data.modules.flatMap(({ declarations }) => declarations.map((each) => [each.name, each])))
  return read.data.modules.flatMap(({ path, declarations }) =>
    declarations.flatMap((each) =>
      each.tagName ? [elementOf(withInherited(each, known), each.tagName, path, file)] : [],
    ),
  )
}

const tagged = z.looseObject({
  tags: z.array(
    z.looseObject({
      name: z.string(),
      path: z.string().default(''),
      description: z.string().optional(),
      properties: z.array(z.looseObject({ name: z.string(), type: z.string().optional() })).default([]),
      attributes: z.array(z.looseObject({ name: z.string(), type: z.string().optional() })).default([]),
      slots: z.array(z.unknown()).default([]),
      events: z.array(z.unknown()).default([]),
      cssProperties: z.array(z.unknown()).default([]),
      cssParts: z.array(z.unknown()).default([]),
    }),
  ),
})

/** A manifest of the form before this one, a list of tags, as today's; anything else as it is. */
function todaysManifest(given: unknown): unknown {
  const read = tagged.safeParse(given)
  if (!read.success) return given
  const withType = <One extends { type?: string | undefined }>({ type, ...one }: One) => ({
    ...one,
    ...(type !== undefined && { type: { text: type } }),
  })
  return {
    modules: read.data.tags.map(({ name, path, properties, attributes, ...about }) => ({
      path,
      declarations: [
        {
          ...about,
          kind: 'class',
          name,
          tagName: name,
          members: properties.map((each) => ({ kind: 'field', ...withType(each) })),
          attributes: attributes.map(withType),
        },
      ],
    })),
  }
}

// Deeper than any class inherits; one that inherits from itself ends here.
const MAX_ABOVE = 12

/** A declaration with what its superclass and its mixins give; what is nearer wins. */
function withInherited(given: Declaration, known: ReadonlyMap<string, Declaration>, depth = 0): Declaration {
  const above = [given.superclass, ...given.mixins].flatMap((each) => (each ? (known.get(each.name) ?? []) : []))
  if (depth > MAX_ABOVE) return given
  return above.reduce<Declaration>((own, one) => {
    const other = withInherited(one, known, depth + 1)
    return {
      ...own,
      members: joined(own.members, other.members),
      attributes: joined(own.attributes, other.attributes),
      slots: joined(own.slots, other.slots),
      events: joined(own.events, other.events),
      cssParts: joined(own.cssParts, other.cssParts),
      cssProperties: joined(own.cssProperties, other.cssProperties),
    }
  }, given)
}

const joined = <One extends { name: string }>(own: readonly One[], other: readonly One[]): One[] => [
  ...own,
  ...other.filter(({ name }) => !own.some((each) => each.name === name)),
]

function elementOf(given: z.output<typeof declaration>, tag: string, module: string, file: string): ManifestElement {
  const unclear: CodeReading['unclear'] = []
  const base = { isOptional: true, file, line: 1 }
  // Where a manifest says which members are attributes, the others are the element's own affair.
  const bearsAttributes = given.attributes.length > 0 || given.members.some(({ attribute }) => attribute !== undefined)
  const isSet = ({ name, attribute }: Declaration['members'][number]) =>
    !bearsAttributes ||
    attribute !== undefined ||
    given.attributes.some(({ fieldName, name: own }) => (fieldName ?? own) === name)
  const fields = given.members
    .filter(({ kind, name, privacy, static: isStatic, readonly }) => {
      const isPublic = (privacy ?? 'public') === 'public' && !/^[_#]/.test(name)
      return kind === 'field' && !isStatic && !readonly && isPublic
    })
    .map((member) => ({ ...member, defaultValue: member.default, isInner: !isSet(member) }))
  const attributes = given.attributes
    .filter(({ name, fieldName }) => !fields.some((field) => field.name === (fieldName ?? name)))
    .map((given) => ({ ...given, defaultValue: given.default, isInner: false }))
  const props = [...fields, ...attributes].map(({ name, type, defaultValue, description, isInner }): CodeProp => {
    const shape = shapeOfText(type?.text)
    if (shape.type === 'data' && type) unclear.push({ line: 1, what: `the type ${type.text} of ${name}` })
    const value = defaultValue === undefined ? undefined : literal(defaultValue)
    return {
      ...base,
      name: kebabCase(name),
      codeName: name,
      ...shape,
      ...(value !== undefined && { default: value }),
      ...(description && { about: description }),
      ...(isInner && { isInner }),
    }
  })
  const slots = given.slots.map(({ name, description }): CodeProp => ({
    ...base,
    name: kebabCase(name) || 'default',
    codeName: name,
    type: 'node',
    ...(description && { about: description }),
  }))
  const events = given.events.map(({ name, description }): CodeProp => ({
    ...base,
    name,
    codeName: name,
    type: 'event',
    ...(description && { about: description }),
  }))
  return {
    name: given.name,
    tag,
    module: module.replace(/^\.?\//, ''),
    ...(given.description && { about: given.description }),
    props: [...props, ...slots, ...events],
    customProperties: given.cssProperties.map(({ name }) => name),
    parts: given.cssParts.map(({ name, description }) => ({ name, ...(description && { about: description }) })),
    unclear,
  }
}

function shapeOfText(text = ''): Pick<CodeProp, 'type' | 'values'> {
  const parts = text
    .split('|')
    .map((part) => part.trim())
    .filter((part) => part !== 'undefined' && part !== 'null' && part !== '')
  const quoted = parts.map((part) => /^(['"`])(.*)\1$/.exec(part)?.[2])
  if (parts.length > 0 && quoted.every((value) => value !== undefined))
    return { type: 'choice', values: quoted as string[] }
  if (parts.every((part) => /^(boolean|true|false)$/.test(part)) && parts.length > 0) return { type: 'flag' }
  if (parts.every((part) => part === 'number') && parts.length > 0) return { type: 'number' }
  if (parts.every((part) => part === 'string')) return { type: 'text' }
  return { type: 'data' }
}

function literal(text: string): string | number | boolean | undefined {
  const quoted = /^(['"`])(.*)\1$/.exec(text)
  if (quoted) return quoted[2]
  if (text === 'true' || text === 'false') return text === 'true'
  return text.trim() !== '' && !Number.isNaN(Number(text)) ? Number(text) : undefined
}
