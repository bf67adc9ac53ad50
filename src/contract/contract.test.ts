import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { ROUTES } from './index'

const entries = Object.entries(ROUTES)

/** Where the server answers a path. */
const fileOf = (path: string) => `src/app${path.replace(/\{(\w+)\}/g, '[$1]')}/route.ts`

test.each(entries)('the server answers %s by its route', (name, { method, path }) => {
  const file = fileOf(path)
  const code = existsSync(file) ? readFileSync(file, 'utf8') : ''
  expect(code).toContain(`export async function ${method}(`)
  expect(code).toContain(`ROUTES.${name}`)
})

test('no two routes have the same method and path', () => {
  const keys = entries.map(([, { method, path }]) => `${method} ${path}`)
  expect(new Set(keys).size).toBe(keys.length)
})
