import { readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { VERSION } from '.'

test('the version that is told is that of the package', () => {
  const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
  expect(VERSION).toBe(version)
})
