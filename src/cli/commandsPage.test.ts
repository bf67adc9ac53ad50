import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { commandsPage } from './commandsPage'
import { makeProgram } from './program'
import { safeTerminal } from './safeTerminal'

test('docs/reference/commands.md is up to date (else: npm run docs)', () => {
  const file = 'docs/reference/commands.md'
  const page = commandsPage(makeProgram(safeTerminal(process), async () => {}))
  expect(existsSync(file) ? readFileSync(file, 'utf8') : '').toBe(page)
})
