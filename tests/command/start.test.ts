import { spawnSync } from 'node:child_process'
import { readFileSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { expect, test } from '@jest/globals'

/** Files that a module of ours loads before it does anything, itself included. */
function loadedWith(file: string, known = new Set<string>()): Set<string> {
  if (known.has(file)) return known
  known.add(file)
  const text = readFileSync(file, 'utf8')
  for (const [, path] of text.matchAll(/^(?:import|export)\b[^;()]*?["'](\.\/[^"']+\.mjs)["'];?$/gm))
    loadedWith(join(dirname(file), path!), known)
  return known
}

test('names and options are told without loading what commands do', () => {
  const loaded = [...loadedWith('dist/cli.mjs')]
  const bytes = loaded.reduce((sum, file) => sum + statSync(file).size, 0)
  // The package that reads options is nearly all of it.
  expect(bytes).toBeLessThan(200_000)
  expect(bytes).toBeGreaterThan(50_000)
})

test('the program itself tells its version, its help, and what it does not know', () => {
  const brelt = (...given: string[]) => spawnSync(process.execPath, ['bin/brelt.mjs', ...given], { encoding: 'utf8' })
  expect(brelt('--version')).toMatchObject({ status: 0, stdout: expect.stringMatching(/^\d+\.\d+\.\d+\n$/) })
  expect(brelt('--help')).toMatchObject({ status: 0, stdout: expect.stringMatching(/^Usage: brelt /) })
  expect(brelt('verfy')).toMatchObject({ status: 2, stderr: expect.stringMatching(/unknown command 'verfy'.*verify/s) })
})
