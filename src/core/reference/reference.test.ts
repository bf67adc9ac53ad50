import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { referencePages } from './index'

test.each(Object.entries(referencePages()))('docs/reference/%s is up to date (else: npm run docs)', (name, text) => {
  const file = `docs/reference/${name}`
  expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(text)
})

test.each(['library.md', 'sheet.md'])('%s says of every key what it is', (name) => {
  const text = referencePages()[name] ?? ''
  const rows = text.split('\n').filter((line) => /^\| `/.test(line))
  expect(rows.length).toBeGreaterThan(10)
  for (const row of rows) expect(row.split(' | ')[2]).toMatch(/\S/)
})
