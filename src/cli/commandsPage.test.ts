import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { commandsPage } from './commandsPage'
import { makeProgram } from './program'

test('docs/reference/commands.md is up to date (else: npm run docs)', () => {
  const file = 'docs/reference/commands.md'
  expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(commandsPage(makeProgram(process, async () => {})))
})
