import { z } from 'zod'
import { reportSchema } from '../report'
import { librarySchema, sheetSchema } from '../sheet'
import { named, type JsonSchema } from './named'

/** A file's format as a JSON Schema. */
const inputSchema = (schema: z.ZodType): JsonSchema => named(z.toJSONSchema(schema, { io: 'input' }))

/** The format of sheets as a JSON Schema. */
export const sheetJsonSchema = (): JsonSchema => inputSchema(sheetSchema)

/** The format of `library.yaml` as a JSON Schema. */
export const libraryJsonSchema = (): JsonSchema => inputSchema(librarySchema)

/** The file formats and the report as JSON Schemas, by the name of their file in `docs/schema/`. */
export const jsonSchemas = (): Record<string, JsonSchema> => ({
  'library.schema.json': libraryJsonSchema(),
  'sheet.schema.json': sheetJsonSchema(),
  'report.schema.json': named(z.toJSONSchema(reportSchema)),
})

/** A schema as its file holds it. */
export const schemaText = (schema: JsonSchema) => JSON.stringify(schema, null, 2) + '\n'

export type { JsonSchema } from './named'
