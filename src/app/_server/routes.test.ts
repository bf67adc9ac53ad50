import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from '@jest/globals'

const folder = 'src/app/api'
const routes = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((path) => path.endsWith('route.ts'))

test.each(routes)('%s lets no request in that is not one of ours', (path) => {
  const text = readFileSync(join(folder, path), 'utf8')
  const exported = [...text.matchAll(/^export (?:const|async function|function) (\w+)(.*)/gm)]
  expect(exported.length).toBeGreaterThan(0)
  for (const [, name, rest] of exported)
    if (/^(GET|HEAD|POST|PUT|PATCH|DELETE)$/.test(name!)) expect(rest).toMatch(/^ = handled\(/)
})
