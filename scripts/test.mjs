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
const { status } = spawnSync(process.execPath, [jest, ...process.argv.slice(2)], {
  cwd: HOME,
  stdio: 'inherit',
  env: environment,
})
process.exit(status ?? 1)
