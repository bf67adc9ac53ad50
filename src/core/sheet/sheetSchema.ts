import { z } from 'zod'
import { axisSchema } from './axisSchema'
import { contextValue, filePath, kebabName, oneOrMore } from '../names'
import { propSchema, slotSchema, slotValueSchema } from './propSchema'
import { ruleSchema } from './ruleSchema'
import { scenarioSchema } from './scenarioSchema'

const styles = z.array(filePath.regex(/\.(css|scss)$/, 'must be a .css or .scss file')).default([])

const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('markup'), markup: filePath, styles, script: filePath.optional() }),
  z.strictObject({ kind: z.literal('react'), module: filePath, export: z.string().default('default'), styles }),
  z.strictObject({ kind: z.literal('element'), module: filePath, tag: z.string(), styles }),
  z.strictObject({ kind: z.literal('page'), url: z.string() }),
])

const side = z.enum(['center', 'start', 'end'])

const stageSchema = z
  .strictObject({
    padding: z.number().min(0).max(2000).default(24),
    isolate: z
      .union([z.enum(['auto', 'yes', 'no']), z.boolean().transform((given) => (given ? 'yes' : 'no'))])
      .default('auto'),
    place: z
      .union([side, z.strictObject({ x: side.default('center'), y: side.default('center') })])
      .default('center')
      .transform((given) => (typeof given === 'string' ? { x: given, y: given } : given)),
  })
  .prefault({})

const partSchema = z.union([
  z.string().min(1),
  z.strictObject({
    select: z.string().min(1),
    pseudo: z
      .string()
      .regex(/^::[a-z-]+(\([^)]*\))?$/, 'must be a pseudo-element such as "::after"')
      .optional(),
    in: z.literal('page').optional(),
  }),
])

const partName = kebabName.refine((name) => !RESERVED_PARTS.has(name), 'is reserved: it has a meaning of its own')
const RESERVED_PARTS = new Set(['host', 'page', 'events', 'now', 'for', 'by'])

const exampleSchema = z.strictObject({
  name: z.string().optional(),
  about: z.string().optional(),
  axes: z.record(kebabName, contextValue).optional(),
  props: z.record(kebabName, z.json()).optional(),
  slots: z.record(kebabName, slotValueSchema).optional(),
})

/** A sheet: the document that defines one component. */
export const sheetSchema = z.strictObject({
  sheet: z.literal(1),
  name: z.string().min(1),
  about: z.string().optional(),
  status: z.enum(['draft', 'ready', 'retired']).default('ready'),
  source: sourceSchema,
  stage: stageSchema,
  contexts: z.record(kebabName, z.union([z.literal('all'), oneOrMore(contextValue)])).default({}),
  pictures: z.union([z.enum(['none', 'all']), z.record(kebabName, oneOrMore(contextValue))]).default('none'),
  parts: z.record(partName, partSchema).default({}),
  props: z.record(kebabName, propSchema).default({}),
  slots: z.record(kebabName, slotSchema).default({}),
  events: z.record(z.string().min(1), z.strictObject({ about: z.string().optional() }).nullable()).default({}),
  axes: z.record(kebabName, axisSchema).default({}),
  without: z.array(z.record(kebabName, oneOrMore(contextValue))).default([]),
  cover: z.enum(['all', 'pairs', 'each']).default('all'),
  spec: z.array(ruleSchema).default([]),
  scenarios: z.array(scenarioSchema).default([]),
  guide: filePath.optional(),
  examples: z.union([z.array(exampleSchema), z.record(z.string(), exampleSchema)]).default([]),
})

export type SheetFile = z.output<typeof sheetSchema>
export type Cover = SheetFile['cover']
export type Source = SheetFile['source']
export type StageSettings = SheetFile['stage']
export type PartFile = z.output<typeof partSchema>
