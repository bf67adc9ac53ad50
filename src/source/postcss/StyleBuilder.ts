import { fork, type ChildProcess } from 'node:child_process'
import { createHash } from 'node:crypto'
import { readdirSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { homeFolder } from '../home'
import type { BuiltStyles, StyleAnswer, StyleAsk } from './protocol'

// The first sheet pays for loading the team's plugins, which may take seconds on a busy machine.
const LIMIT_MS = 30_000
// A process that nobody has asked for this long is ended.
const IDLE_MS = 60_000
const MAX_KEPT = 100
const MAX_FILES = 20_000
const SKIPPED = new Set(['node_modules', '.git', '.next', 'dist'])

/** Why a style sheet could not be built, and where its fault lies, by a path on disk. */
export class StyleFault extends Error {
  constructor(
    message: string,
    readonly place: { file?: string | undefined; line?: number | undefined; column?: number | undefined } = {},
  ) {
    super(message)
  }
}

interface Kept {
  built: BuiltStyles
  /** When what it depends on was last written. */
  stamp: string
}

/** Sends style sheets through one PostCSS configuration, in a process of its own; what has not changed is not built again. */
export class StyleBuilder {
  private process: ChildProcess | undefined
  private last = 0
  private idle: NodeJS.Timeout | undefined
  /** When the configuration was written that the process has read. */
  private readStamp = ''
  private readonly waiting = new Map<number, { child: ChildProcess; settle: (answer: StyleAnswer) => void }>()
  private readonly kept = new Map<string, Kept>()

  /** @param config the configuration's file; its folder is where the process runs, as the team's build does */
  constructor(private readonly config: string) {}

  /** @throws StyleFault */
  async build(ask: Omit<StyleAsk, 'id'>): Promise<BuiltStyles> {
    const key = createHash('sha256').update(`${ask.from}\0${ask.css}`).digest('hex')
    const known = this.kept.get(key)
    if (known && known.stamp === this.stampOf(known.built)) return known.built
    // A configuration that has changed is only read by a new process.
    if (this.readStamp !== stampOf(this.config)) this.end()
    const answer = await this.ask(ask)
    if ('fault' in answer) throw new StyleFault(answer.fault.message, answer.fault)
    this.kept.delete(key)
    this.kept.set(key, { built: answer.built, stamp: this.stampOf(answer.built) })
    const [oldest] = this.kept.keys()
    if (this.kept.size > MAX_KEPT && oldest !== undefined) this.kept.delete(oldest)
    return answer.built
  }

  end() {
    this.process?.kill('SIGKILL')
    this.process = undefined
  }

  private ask(ask: Omit<StyleAsk, 'id'>): Promise<StyleAnswer> {
    const id = ++this.last
    const child = (this.process ??= this.start())
    return new Promise((done) => {
      const late = setTimeout(() => {
        this.settle({ id, fault: { message: `did not finish within ${LIMIT_MS / 1000} s` } })
        this.end()
      }, LIMIT_MS)
      const settle = (answer: StyleAnswer) => {
        clearTimeout(late)
        done(answer)
      }
      this.waiting.set(id, { child, settle })
      child.send({ ...ask, id }, () => {}) // that it has ended is told by its end
    })
  }

  private start(): ChildProcess {
    this.readStamp = stampOf(this.config)
    const child = fork(join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'postcss.mjs'), [this.config], {
      cwd: dirname(this.config),
      env: { ...process.env, NODE_ENV: 'production', NODE_OPTIONS: '' },
      execArgv: [],
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    })
    let words = ''
    child.stderr?.on('data', (text: Buffer) => (words = (words + String(text)).slice(-2000)))
    child.on('message', (answer: StyleAnswer) => this.settle(answer))
    child.on('exit', () => {
      if (this.process === child) this.process = undefined
      const message = `its process ended${words ? `: ${words.trim()}` : ''}`
      for (const [id, asked] of this.waiting) if (asked.child === child) this.settle({ id, fault: { message } })
    })
    // It must not keep a command alive whose work is done.
    child.unref()
    child.channel?.unref()
    ;(child.stderr as unknown as { unref?(): void } | null)?.unref?.()
    return child
  }

  private settle(answer: StyleAnswer) {
    clearTimeout(this.idle)
    this.idle = setTimeout(() => this.waiting.size === 0 && this.end(), IDLE_MS).unref()
    const waiting = this.waiting.get(answer.id)
    this.waiting.delete(answer.id)
    waiting?.settle(answer)
  }

  private stampOf({ dependencies, folders }: BuiltStyles): string {
    return [...[this.config, ...dependencies].map(stampOf), ...folders.map(newestIn)].join('|')
  }
}

const stampOf = (file: string) => String(statSync(file, { throwIfNoEntry: false })?.mtimeMs)

/** When the files of a folder were last written, and how many there are. */
function newestIn(folder: string): string {
  let newest = 0
  let count = 0
  const walk = (at: string) => {
    let entries
    try {
      entries = readdirSync(at, { withFileTypes: true })
    } catch {
      return // it has gone since
    }
    for (const entry of entries) {
      if (SKIPPED.has(entry.name) || count >= MAX_FILES) continue
      const path = join(at, entry.name)
      if (entry.isDirectory()) walk(path)
      else {
        count++
        newest = Math.max(newest, statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? 0)
      }
    }
  }
  walk(folder)
  return `${newest}:${count}`
}
