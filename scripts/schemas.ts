import { mkdirSync, writeFileSync } from 'node:fs'
import { jsonSchemas, schemaText } from '@/core/schemas'

// Writes docs/schema/ anew: npm run schemas
mkdirSync('docs/schema', { recursive: true })
for (const [name, schema] of Object.entries(jsonSchemas())) writeFileSync(`docs/schema/${name}`, schemaText(schema))
