import { PassThrough } from 'node:stream'
import { runCli, type Output, type Terminal } from '@/cli'
import { keepBrowsers } from './warm'

/** What came of a command. */
export interface Ended {
  status: number
  stdout: string
  stderr: string
}

/** The environment variables that are changed while something is done, and where it is done. */
export interface Surroundings {
  env?: Readonly<Record<string, string>>
  cwd?: string
}

/** The command line in this process, as a shell would run it: one command at a time. */
export function cli(given: readonly string[], around: Surroundings = {}): Promise<Ended> {
  keepBrowsers()
  return captured((terminal) => runCli(given, terminal), around)
}

/** Does some work with a terminal that keeps what is written. */
async function captured(
  work: (terminal: Terminal<Output>) => Promise<number>,
  { env = {}, cwd }: Surroundings,
): Promise<Ended> {
  const written = { stdout: '', stderr: '' }
  const output = (name: keyof typeof written) => ({ write: (text: string) => void (written[name] += text) })
  const before = { folder: process.cwd(), env: { ...process.env } }
  Object.assign(process.env, env)
  if (cwd !== undefined) process.chdir(cwd)
  try {
    // Nobody sits there.
    const stdin = new PassThrough()
    const status = await work({ stdout: output('stdout'), stderr: output('stderr'), stdin })
    return { status, ...written }
  } finally {
    process.chdir(before.folder)
    for (const name of Object.keys(env)) {
      if (before.env[name] === undefined) delete process.env[name]
      else process.env[name] = before.env[name]
    }
  }
}
