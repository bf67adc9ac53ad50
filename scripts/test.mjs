// Runs all tests, or those named: npm test -- matrix
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { HOME } from './ensure.mjs'

const jest = join(HOME, 'node_modules', 'jest', 'bin', 'jest.js')
const environment = {
  ...process.env,
  BRELT_HOME: HOME,
  NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  NEXT_TELEMETRY_DISABLED: '1',
}

function run(...given) {
  const { status } = spawnSync(process.execPath, [jest, ...given], { cwd: HOME, stdio: 'inherit', env: environment })
  return status ?? 1
}

const given = process.argv.slice(2)
const isWhole = given.every((each) => each.startsWith('-')) && !given.some((each) => each.startsWith('--outputFile'))
// Unit tests take all cores; those that drive browsers take several processes each, and are done one after another.
const statuses = isWhole
  ? [run('src/', '--maxWorkers=100%', ...given), run('tests/', '--maxWorkers=1', ...given)]
  : [run(...given)]
process.exit(Math.max(...statuses))
