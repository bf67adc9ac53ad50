import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { ROUTES } from './index'

const entries = Object.entries(ROUTES)

/** Where the server answers a path. */
const fileOf = (path: string) => `src/app${path.replace(/\{(\w+)\}/g, '[$1]')}/route.ts`

test.each(entries)('the server answers %s by its route', (name, { method, path }) => {
  const file = fileOf(path)
  const code = existsSync(file) ? readFileSync(file, 'utf8') : ''
  expect(code).toContain(`export const ${method} = handled(`)
  expect(code).toContain(`ROUTES.${name}`)
})

test('no two routes have the same method and path', () => {
  const keys = entries.map(([, { method, path }]) => `${method} ${path}`)
  expect(new Set(keys).size).toBe(keys.length)
})

test.each([
  ['a file that is larger than any may be', { 'a.css': 'x'.repeat(4_000_001) }],
  ['more files than are taken at once', Object.fromEntries(Array.from({ length: 5001 }, (_, at) => [`${at}.css`, '']))],
  ['a path that is too long', { ['a'.repeat(401)]: '' }],
])('%s is not brought in', (_, files) => {
  expect(ROUTES.bringIn.given.safeParse({ files: { 'a.css': '' } }).success).toBe(true)
  expect(ROUTES.bringIn.given.safeParse({ files }).success).toBe(false)
})

test('a change of a token says what it was', () => {
  const edit = { path: 'a', file: 't.json', at: ['a'], was: null, type: 'color', text: '#000' }
  const { was: _, ...without } = edit
  expect(ROUTES.foresee.given.safeParse({ edits: [edit] }).success).toBe(true)
  expect(ROUTES.foresee.given.safeParse({ edits: [without] }).success).toBe(false)
})
