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
}

/** Reads a Custom Elements Manifest. @throws Error when it is none */
export function readManifest(text: string, file: string): ManifestElement[] {
  const read = manifestSchema.safeParse(JSON.parse(text))
  if (!read.success) throw new Error(`not a Custom Elements Manifest: ${z.prettifyError(read.error)}`)
  return read.data.modules.flatMap(({ path, declarations }) =>
    declarations.flatMap((each) => (each.tagName ? [elementOf(each, each.tagName, path, file)] : [])),
  )
}

function elementOf(given: z.output<typeof declaration>, tag: string, module: string, file: string): ManifestElement {
  const unclear: CodeReading['unclear'] = []
  const base = { isOptional: true, file, line: 1 }
  const fields = given.members
    .filter(
      ({ kind, privacy, static: isStatic, readonly }) =>
        kind === 'field' && !isStatic && !readonly && (privacy ?? 'public') === 'public',
    )
    .map(({ name, type, default: usual, description }) => ({ name, type, usual, description }))
  const attributes = given.attributes
    .filter(({ name, fieldName }) => !fields.some((field) => field.name === (fieldName ?? name)))
    .map(({ name, type, default: usual, description }) => ({ name, type, usual, description }))
  const props = [...fields, ...attributes].map(({ name, type, usual, description }): CodeProp => {
    const shape = shapeOfText(type?.text)
    if (shape.type === 'data' && type) unclear.push({ line: 1, what: `the type ${type.text} of ${name}` })
    const value = usual === undefined ? undefined : literal(usual)
    return {
      ...base,
      name: kebabCase(name),
      codeName: name,
      ...shape,
      ...(value !== undefined && { default: value }),
      ...(description && { about: description }),
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
