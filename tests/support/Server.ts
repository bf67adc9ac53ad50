import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cli } from './cli'
import { freePort } from './ports'

const HOST = '127.0.0.1'

interface ServerOptions {
  settings?: Record<string, string>
  /** By `npm start`'s own program, which prepares the store itself. */
  isStarted?: boolean
}

const homeFolder = () => process.env.BRELT_HOME ?? process.cwd()

/** A store with the demo library, made once for each program. */
function templateStore(): string {
  const folder = join(homeFolder(), 'dist', 'tests')
  const program = readFileSync(join(homeFolder(), 'dist', 'program'), 'utf8')
  const file = join(folder, `store-${program.slice(0, 16)}.db`)
  if (existsSync(file)) return file
  const own = join(mkdtempSync(join(tmpdir(), 'brelt-template-')), 'store.db')
  const { status, stderr } = spawnSync(process.execPath, [join(homeFolder(), 'dist', 'cli.mjs'), 'set-up'], {
    env: { ...process.env, BRELT_HOME: homeFolder(), BRELT_DATA: own, NODE_OPTIONS: '' },
    encoding: 'utf8',
  })
  if (status !== 0) throw new Error(stderr)
  mkdirSync(folder, { recursive: true })
  // Another process may have made it meanwhile: either is right.
  copyFileSync(own, `${file}.${process.pid}`)
  renameSync(`${file}.${process.pid}`, file)
  return file
}

/** The built application's server, on a store of its own that is gone with it. */
export class Server {
  readonly address: string
  private program: ChildProcess | undefined

  private constructor(
    private readonly folder: string,
    private readonly port: number,
    private readonly options: ServerOptions,
  ) {
    this.address = `http://${HOST}:${port}`
  }

  static async start(options: ServerOptions = {}): Promise<Server> {
    const folder = mkdtempSync(join(tmpdir(), 'brelt-app-'))
    if (!options.isStarted) copyFileSync(templateStore(), join(folder, 'brelt.db'))
    const server = new Server(folder, await freePort(), options)
    await server.begin()
    return server
  }

  /** Runs the command line on the same store. @throws Error with what it said where it does not end well */
  async command(...given: string[]): Promise<void> {
    const { status, stderr } = await cli(given, { env: { BRELT_DATA: this.store } })
    if (status !== 0) throw new Error(stderr)
  }

  /** Kills it and all that it started, and starts another on the same store. */
  async crash(): Promise<void> {
    const program = this.program!
    const gone = new Promise((done) => program.once('exit', done))
    // The program that starts it would end it in good order.
    for (const pid of [program.pid!, ...childrenOf(program.pid!)]) process.kill(pid, 'SIGKILL')
    await gone
    await this.begin()
  }

  async close(): Promise<void> {
    const program = this.program!
    await new Promise((done) => {
      program.once('exit', done)
      program.kill('SIGTERM')
    })
    rmSync(this.folder, { recursive: true, force: true })
  }

  private get store(): string {
    return join(this.folder, 'brelt.db')
  }

  private async begin() {
    const { isStarted, settings } = this.options
    const next = join(homeFolder(), 'node_modules', 'next', 'dist', 'bin', 'next')
    const own = { BRELT_HOME: homeFolder(), BRELT_DATA: this.store, NODE_OPTIONS: '', NEXT_TELEMETRY_DISABLED: '1' }
    const command = isStarted
      ? [join(homeFolder(), 'scripts', 'serve.mjs')]
      : [next, 'start', '-H', HOST, '-p', String(this.port)]
    this.program = spawn(process.execPath, command, {
      cwd: homeFolder(),
      env: { ...process.env, ...own, PORT: String(this.port), NEXT_MANUAL_SIG_HANDLE: 'true', ...settings },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    await ready(this.program)
  }
}

const childrenOf = (pid: number): number[] =>
  spawnSync('ps', ['-o', 'pid=', '--ppid', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.trim() !== '')
    .map(Number)

const ready = (program: ChildProcess) =>
  new Promise<void>((done, fail) => {
    program.stdout!.on('data', (text: Buffer) => /Brelt is at|Ready in/.test(text.toString()) && done())
    program.once('exit', (code) => fail(new Error(`the server ended with ${code}`)))
  })
