import { createHash } from 'node:crypto'
import { readdirSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { WorkEnded, WorkProcess } from '../apart'
import type { BuiltStyles, StyleAnswer, StyleAsk } from './protocol'

// The first sheet pays for loading the team's plugins, which may take seconds.
const LIMITS = { time: 30_000 }
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
  private readonly process: WorkProcess<StyleAsk, StyleAnswer>
  /** When the configuration was written that the process has read. */
  private readStamp: string
  private readonly kept = new Map<string, Kept>()

  /** @param config the configuration's file; its folder is where the process runs, as the team's build does */
  constructor(private readonly config: string) {
    this.readStamp = stampOf(config)
    this.process = new WorkProcess({
      program: 'postcss',
      args: [config],
      cwd: dirname(config),
      env: { NODE_ENV: 'production' },
      limits: LIMITS,
    })
  }

  /** @throws StyleFault */
  async build(ask: StyleAsk): Promise<BuiltStyles> {
    const key = createHash('sha256').update(`${ask.from}\0${ask.css}`).digest('hex')
    const known = this.kept.get(key)
    if (known && known.stamp === this.stampOf(known.built)) return known.built
    // A configuration that has changed is only read by a new process.
    const stamp = stampOf(this.config)
    if (this.readStamp !== stamp) this.process.end()
    this.readStamp = stamp
    const answer = await this.process.ask(ask).catch(faultOf)
    if ('fault' in answer) throw new StyleFault(answer.fault.message, answer.fault)
    this.kept.delete(key)
    this.kept.set(key, { built: answer.built, stamp: this.stampOf(answer.built) })
    const [oldest] = this.kept.keys()
    if (this.kept.size > MAX_KEPT && oldest !== undefined) this.kept.delete(oldest)
    return answer.built
  }

  private stampOf({ dependencies, folders }: BuiltStyles): string {
    return [...[this.config, ...dependencies].map(stampOf), ...folders.map(newestIn)].join('|')
  }
}

function faultOf(error: unknown): StyleAnswer {
  if (!(error instanceof WorkEnded)) throw error
  const { message, words } = error
  return { fault: { message: words === '' ? `its process ${message}` : `its process ended: ${words}` } }
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
