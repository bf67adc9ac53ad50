import { execFile } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { arch, platform } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { homeFolder } from '@/source'
import { browserProgram } from '../chromium'
import { hashOf } from './hashOf'

/** What every result depends on, whatever component it is of. */
export interface RunEnvironment {
  /** Names Brelt's own programs. */
  program: string
  /** The browser's version, as `156.0.8078.108`. */
  browser: string
  /** The machine: its system, language and time zone, the browser's build, and the fonts that are installed. */
  machine: string
}

const run = promisify(execFile)
const LONGEST_MS = 10_000

/** What runs on this machine depend on; undefined where that cannot be known, so that nothing may be kept. @throws NoBrowser */
export async function runEnvironment(): Promise<RunEnvironment | undefined> {
  const file = browserProgram()
  try {
    const [version, fonts] = await Promise.all([
      run(file, ['--version'], { timeout: LONGEST_MS }),
      // Systems without it bring their fonts along with their version.
      run('fc-list', { timeout: LONGEST_MS, maxBuffer: 50_000_000 }).catch(() => ({ stdout: '' })),
    ])
    const browser = /\d+(\.\d+)+/.exec(version.stdout)?.[0]
    if (browser === undefined) return undefined
    const program = readFileSync(join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'program'), 'utf8')
    const names = fonts.stdout.split('\n').toSorted().join('\n')
    const { LANG, LANGUAGE, LC_ALL } = process.env
    const { timeZone } = new Intl.DateTimeFormat().resolvedOptions()
    const place = [platform(), arch(), LANG, LANGUAGE, LC_ALL, timeZone, version.stdout.trim(), names]
    return { program, browser, machine: hashOf(JSON.stringify(place)) }
  } catch {
    return undefined
  }
}
