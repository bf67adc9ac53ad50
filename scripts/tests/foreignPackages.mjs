// The packages of components on engines that teams use: installed only for their tests.
import { execFileSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { HOME } from '../ensure.mjs'

export function installForeignPackages() {
  const folder = join(HOME, 'tests', 'foreign')
  const installed = join(folder, 'node_modules', '.package-lock.json')
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(join(folder, 'package-lock.json')).mtimeMs)
    return
  execFileSync(process.platform === 'win32' ? 'npm.cmd' : 'npm', ['ci', '--no-audit', '--no-fund'], {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
}
