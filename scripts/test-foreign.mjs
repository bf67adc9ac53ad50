// Tests components on engines that teams use: npm run test:foreign. Their packages are installed only here.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { HOME } from './ensure.mjs'

const folder = join(HOME, 'tests', 'foreign')
const installed = join(folder, 'node_modules', '.package-lock.json')
const isInstalled =
  existsSync(installed) && statSync(installed).mtimeMs >= statSync(join(folder, 'package-lock.json')).mtimeMs
if (!isInstalled)
  execFileSync(process.platform === 'win32' ? 'npm.cmd' : 'npm', ['ci', '--no-audit', '--no-fund'], {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
const { status } = spawnSync(process.execPath, [join(HOME, 'scripts', 'test.mjs'), 'tests/foreign'], {
  cwd: HOME,
  stdio: 'inherit',
  env: { ...process.env, BRELT_FOREIGN: '1' },
})
process.exit(status ?? 1)
