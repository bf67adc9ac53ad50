import { readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { jsonSchemas, schemaText } from './index'

test.each(Object.entries(jsonSchemas()))('docs/schema/%s is up to date (else: npm run schemas)', (name, schema) => {
  expect(readFileSync(`docs/schema/${name}`, 'utf8')).toBe(schemaText(schema))
})
