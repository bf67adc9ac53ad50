import { fork, type ChildProcess, type ForkOptions } from 'node:child_process'
import { join } from 'node:path'
import { homeFolder } from '../home'
import type { FromProcess, ToProcess } from './protocol'
import { STARTED_BY } from './serveWork'

export interface WorkLimits {
  /** Longest that one piece of work may take, in ms of processor time. */
  time: number
  /** Most memory that the process may have, in MB; Node's own limit when left out. */
  memory?: number
}

export interface WorkOptions extends Pick<ForkOptions, 'cwd'> {
  /** A bundle in `dist/`, without its ending. */
  program: string
  args?: readonly string[]
  env?: NodeJS.ProcessEnv
  limits: WorkLimits
}

// A process that nobody has asked for this long is ended.
const IDLE_MS = 60_000
// Where it sleeps, or the machine is overloaded, processor time does not tell.
const REAL_TIMES = 10
const MAX_WORDS = 2000

/** A process that had to be ended, or ended by itself, at its work. */
export class WorkEnded extends Error {
  constructor(
    /** Why, in words that go on from "it". */
    message: string,
    /** The file that it was at, as far as it told. */
    readonly file: string | undefined,
    /** What it wrote as it ended by itself. */
    readonly words: string,
  ) {
    super(message)
  }
}

/** Does work in a process of its own, one piece after another; what does not end, or takes all memory, costs its own time only. */
export class WorkProcess<Ask, Answer, Question = never, Reply = never> {
  #child: ChildProcess | undefined
  #last: Promise<unknown> = Promise.resolve()
  #lastId = 0
  #idle: NodeJS.Timeout | undefined
  /** How many pieces of work are asked for and not done. */
  waiting = 0

  constructor(private readonly options: WorkOptions) {}

  /**
   * @param reply what to answer when the process asks back
   * @throws WorkEnded
   */
  ask(ask: Ask, reply?: (question: Question) => Reply): Promise<Answer> {
    this.waiting++
    const next = this.#last.then(() => this.#run(ask, reply)).finally(() => this.waiting--)
    this.#last = next.catch(() => {}) // who asked hears of it; the next goes on
    return next
  }

  end(): void {
    this.#child?.kill('SIGKILL')
    this.#child = undefined
  }

  #run(ask: Ask, reply?: (question: Question) => Reply): Promise<Answer> {
    const child = (this.#child ??= this.#start())
    const id = ++this.#lastId
    const { time, memory } = this.options.limits
    const tooLong = `did not end within ${time / 1000} s`
    let file: string | undefined
    let words = ''
    clearTimeout(this.#idle)
    return new Promise<Answer>((done, fail) => {
      const settle = (work: () => void) => {
        clearTimeout(late)
        child.off('message', onMessage).off('exit', onExit)
        child.stderr?.off('data', onWords)
        this.#idle = setTimeout(() => this.waiting === 0 && this.end(), IDLE_MS).unref()
        work()
      }
      const giveUp = (message: string) => {
        settle(() => fail(new WorkEnded(message, file, words.trim())))
        if (this.#child === child) this.end()
      }
      const onExit = (_: number | null, signal: string | null) => {
        const ended = memory === undefined ? 'ended' : `ended: it may need more than ${memory} MB of memory`
        giveUp(signal === 'SIGALRM' ? tooLong : ended)
      }
      const onWords = (text: Buffer) => (words = (words + String(text)).slice(-MAX_WORDS))
      const onMessage = (message: FromProcess<Answer, Question>) => {
        if (message.id !== id) return
        if (message.kind === 'reading') file = message.file
        else if (message.kind === 'question')
          tell(child, { kind: 'reply', call: message.call, reply: reply!(message.question) })
        else settle(() => (message.kind === 'answer' ? done(message.answer) : fail(new Error(message.message))))
      }
      const late = setTimeout(() => giveUp(tooLong), time * REAL_TIMES)
      child.on('message', onMessage).on('exit', onExit)
      child.stderr?.on('data', onWords)
      tell(child, { kind: 'ask', id, ask, time })
    })
  }

  #start(): ChildProcess {
    const { program, args = [], env, cwd, limits } = this.options
    const child = fork(join(/* turbopackIgnore: true */ homeFolder(), 'dist', `${program}.mjs`), args, {
      ...(cwd !== undefined && { cwd }),
      execArgv: limits.memory === undefined ? [] : [`--max-old-space-size=${limits.memory}`],
      env: { ...process.env, ...env, NODE_OPTIONS: '', [STARTED_BY]: String(process.pid) },
      serialization: 'advanced',
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    })
    // It must not keep a command alive whose work is done.
    child.unref()
    child.channel?.unref()
    ;(child.stderr as unknown as { unref?(): void } | null)?.unref?.()
    child.once('exit', () => this.#child === child && (this.#child = undefined))
    return child
  }
}

// That it has ended is told by its end.
const tell = <Ask, Reply>(child: ChildProcess, message: ToProcess<Ask, Reply>) => child.send(message, () => {})
