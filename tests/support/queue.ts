import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { Connections, workersOf, type WorkerState } from '@/queue'
import { freePort } from './ports'

const ended = (child: ChildProcess) =>
  new Promise<void>((done) => {
    if (child.exitCode !== null || child.signalCode !== null) done()
    else child.once('exit', () => done())
  })

/** Lines that a process prints, until one fits. */
function lineOf(child: ChildProcess, fits: (line: string) => boolean): Promise<string> {
  return new Promise((done, fail) => {
    const lines: string[] = []
    for (const stream of [child.stdout!, child.stderr!])
      createInterface({ input: stream }).on('line', (line) => {
        lines.push(line)
        if (fits(line)) done(line)
      })
    child.once('exit', () => fail(new Error(`it ended: ${lines.join('\n')}`)))
  })
}

const MOST_TRIES = 5

/** A Redis server of a test's own, on loopback, with a folder of its own. Nothing of it is kept. */
export class TestRedis {
  #child: ChildProcess | undefined
  readonly #folder = mkdtempSync(join(tmpdir(), 'brelt-redis-'))

  private constructor(readonly port: number) {}

  static async start(): Promise<TestRedis> {
    for (let tries = 1; ; tries++) {
      const redis = new TestRedis(await freePort())
      try {
        await redis.start()
        return redis
      } catch (error) {
        // Somebody else may have taken the port meanwhile.
        await redis.stop()
        if (tries === MOST_TRIES) throw error
      }
    }
  }

  get url(): string {
    return `redis://127.0.0.1:${this.port}`
  }

  async start(): Promise<void> {
    const options = ['--port', String(this.port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no']
    this.#child = spawn('redis-server', [...options, '--dir', this.#folder], { stdio: ['ignore', 'pipe', 'pipe'] })
    await lineOf(this.#child, (line) => line.includes('Ready to accept connections'))
  }

  /** The workers that are there. */
  async workers(): Promise<WorkerState[]> {
    const connections = new Connections(this.url)
    try {
      return await workersOf(await connections.openFirst())
    } finally {
      connections.close()
    }
  }

  /** Ends it at once. All that it held is gone. */
  async kill(): Promise<void> {
    this.#child?.kill('SIGKILL')
    if (this.#child) await ended(this.#child)
    this.#child = undefined
  }

  async stop(): Promise<void> {
    await this.kill()
    rmSync(this.#folder, { recursive: true, force: true })
  }
}

/** `brelt worker`, in a process of its own. */
export class TestWorker {
  /** What it has logged since it was ready. */
  readonly logged: string[] = []

  private constructor(private readonly child: ChildProcess) {
    createInterface({ input: child.stdout! }).on('line', (line) => this.logged.push(line))
  }

  /** @param core that it and its browser are kept to. @defaultValue any */
  static async start(url: string, concurrency = 1, core?: number): Promise<TestWorker> {
    const options = ['bin/brelt.mjs', 'worker', '--queue', url, '--concurrency', String(concurrency)]
    const command = [...(core === undefined ? [] : ['taskset', '-c', String(core)]), process.execPath, ...options]
    const child = spawn(command[0]!, command.slice(1), {
      stdio: ['ignore', 'pipe', 'pipe'],
      // With its browser it is a group of processes, which end together.
      detached: true,
    })
    await lineOf(child, (line) => line.includes('"msg":"ready"'))
    return new TestWorker(child)
  }

  /** Ends it at once, and its browser with it, as where its machine is switched off. */
  async kill(): Promise<void> {
    this.signal('SIGKILL')
    await ended(this.child)
  }

  /** Stands still, and goes on. */
  pause(): void {
    this.signal('SIGSTOP')
  }

  resume(): void {
    this.signal('SIGCONT')
  }

  /** Asks it to end. @returns its status */
  async stop(): Promise<number | null> {
    this.child.kill('SIGTERM')
    await ended(this.child)
    return this.child.exitCode
  }

  private signal(signal: NodeJS.Signals) {
    try {
      process.kill(-this.child.pid!, signal)
    } catch {
      // It has ended.
    }
  }
}
