#!/usr/bin/env node
// The command line. On a fresh clone it makes itself ready first.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ensure, HOME } from '../scripts/ensure.mjs'

const program = join(HOME, 'dist', 'cli.mjs')
if (!existsSync(program) || !existsSync(join(HOME, 'node_modules'))) {
  const back = process.cwd()
  await ensure({ withBuild: true })
  process.chdir(back)
}
process.env.BRELT_HOME ??= HOME
await import(program)
