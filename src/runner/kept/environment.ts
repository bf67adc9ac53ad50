import { execFile } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { arch, platform } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import type { Viewport } from '@/core/sheet'
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
  /** Names where pictures are taken, but for their scale: the system, the browser's major version, and the fonts that are installed. */
  rig: string
}

/** Names where pictures are taken. Those of another rig look otherwise though nothing has changed. */
export const rigOf = ({ rig }: Pick<RunEnvironment, 'rig'>, { scale }: Pick<Viewport, 'scale'>): string =>
  `${rig} ${scale}x`

const run = promisify(execFile)
const LONGEST_MS = 10_000

/** What the system says of its fonts, in an order of its own; nothing, where they come along with the system's version. */
async function fontList(...options: string[]): Promise<string> {
  const { stdout } = await run('fc-list', options, { timeout: LONGEST_MS, maxBuffer: 50_000_000 }).catch(() => ({
    stdout: '',
  }))
  return stdout.split('\n').toSorted().join('\n')
}

/** Names Brelt's own programs, as they are built. @throws Error where they are not */
export const programName = (): string =>
  readFileSync(join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'program'), 'utf8')

/** What runs on this machine depend on; undefined where that cannot be known, so that nothing may be kept. @throws NoBrowser */
export async function runEnvironment(): Promise<RunEnvironment | undefined> {
  const file = browserProgram()
  try {
    const [version, fonts, faces] = await Promise.all([
      run(file, ['--version'], { timeout: LONGEST_MS }),
      fontList(),
      // Wherever they lie.
      fontList('--format=%{postscriptname} %{fontversion}\n'),
    ])
    const browser = /\d+(\.\d+)+/.exec(version.stdout)?.[0]
    if (browser === undefined) return undefined
    const program = programName()
    const { LANG, LANGUAGE, LC_ALL } = process.env
    const { timeZone } = new Intl.DateTimeFormat().resolvedOptions()
    const place = [platform(), arch(), LANG, LANGUAGE, LC_ALL, timeZone, version.stdout.trim(), fonts]
    const rig = `${platform()}-${arch()} chromium-${browser.split('.')[0]} fonts-${hashOf(faces).slice(0, 8)}`
    return { program, browser, machine: hashOf(JSON.stringify(place)), rig }
  } catch {
    return undefined
  }
}
