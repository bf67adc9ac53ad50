import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { homeFolder } from '../home'
import type { FromSass, SassQuestion, SassReply, SassResult, ToSass } from './protocol'

/** Answers what the compiler asks: the address of what a reference means, or the contents of a file. */
export interface SassFiles {
  find(reference: string): string | null
  load(url: string): Exclude<SassReply, string>
}

export interface SassLimits {
  /** Longest that one sheet may take, in ms of real time. */
  time: number
  /** Most memory that the process may have, in MB. */
  memory: number
}

// Frameworks of thousands of rules take two seconds on a busy machine.
const USUAL: SassLimits = { time: 15_000, memory: 1024 }
// A process that nobody has asked for this long is ended.
const IDLE_MS = 60_000

/** Compiles SCSS in a process of its own, one sheet after another. A sheet that does not end costs its own time only. */
export class SassProcess {
  #child: ChildProcess | undefined
  #last: Promise<unknown> = Promise.resolve()
  #lastId = 0
  #idle: NodeJS.Timeout | undefined

  constructor(readonly limits: SassLimits = USUAL) {}

  /** @param url of the sheet */
  compile(url: string, text: string, files: SassFiles): Promise<SassResult> {
    const next = this.#last.then(() => this.run(url, text, files))
    this.#last = next.catch(() => {}) // who asked hears of it; the next goes on
    return next
  }

  private run(url: string, text: string, files: SassFiles): Promise<SassResult> {
    const child = (this.#child ??= this.start())
    const id = ++this.#lastId
    const { time, memory } = this.limits
    clearTimeout(this.#idle)
    return new Promise<SassResult>((done, fail) => {
      const settle = (work: () => void) => {
        clearTimeout(late)
        child.off('message', onMessage).off('exit', onExit)
        this.#idle = setTimeout(() => this.end(), IDLE_MS).unref()
        work()
      }
      const giveUp = (message: string) => {
        settle(() => done({ fault: { message, line: 1, column: 1 } }))
        this.end()
      }
      const onExit = () => giveUp(`its process ended: it may need more than ${memory} MB of memory`)
      const onMessage = (message: FromSass) => {
        if (message.id !== id) return
        if (message.kind === 'question') answer(child, files, message)
        else settle(() => (message.kind === 'result' ? done(message.result) : fail(new Error(message.message))))
      }
      const late = setTimeout(() => giveUp(`it did not end within ${time / 1000} s`), time)
      child.on('message', onMessage).on('exit', onExit)
      tell(child, { kind: 'ask', id, url, text })
    })
  }

  private start(): ChildProcess {
    const child = fork(join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'sass.mjs'), [], {
      execArgv: [`--max-old-space-size=${this.limits.memory}`],
      env: { ...process.env, NODE_OPTIONS: '' },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    })
    // It must not keep a command alive whose work is done.
    child.unref()
    child.channel?.unref()
    child.once('exit', () => this.#child === child && (this.#child = undefined))
    return child
  }

  end(): void {
    this.#child?.kill('SIGKILL')
    this.#child = undefined
  }
}

// That it has ended is told by its end.
const tell = (child: ChildProcess, message: ToSass) => child.send(message, () => {})

function answer(child: ChildProcess, files: SassFiles, question: SassQuestion) {
  const reply = question.what === 'find' ? files.find(question.reference) : files.load(question.url)
  tell(child, { kind: 'reply', call: question.call, reply })
}
