import { z } from 'zod'
import { reportSchema } from '../report'
import { librarySchema, sheetSchema } from '../sheet'

/** The format of sheets as a JSON Schema. */
export const sheetJsonSchema = (): unknown => z.toJSONSchema(sheetSchema, { io: 'input', reused: 'ref' })

/** The file formats and the report as JSON Schemas, by the name of their file in `docs/schema/`. */
export const jsonSchemas = (): Record<string, unknown> => ({
  'library.schema.json': z.toJSONSchema(librarySchema, { io: 'input', reused: 'ref' }),
  'sheet.schema.json': sheetJsonSchema(),
  'report.schema.json': z.toJSONSchema(reportSchema, { reused: 'ref' }),
})

/** A schema as its file holds it. */
export const schemaText = (schema: unknown) => JSON.stringify(schema, null, 2) + '\n'
