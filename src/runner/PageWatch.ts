import { limitText, patience } from './patience'
import { mostBetween, type TimeByProcess } from './ProcessTime'

/** Component code did not come back in time, or took its page down. `caseIndex` is what was being mounted. */
export class StageHang extends Error {
  override name = 'StageHang'
  constructor(
    readonly reason: string,
    readonly caseIndex: number | undefined,
  ) {
    super(reason)
  }
}

/**
 * Longest that one case may take to mount, and one call that mounts nothing, where a component brings code of its own: ms of the
 * processor time of its page, so that a busy machine makes nobody late.
 */
export const MOUNT_LIMIT_MS = 1500
const CALL_LIMIT_MS = 5000
/** Longest real time without a sign of life, however little the page has worked. */
const SILENCE_MS = 30_000
/** Longest that a call may take whose page still answers: it waits for what never comes. More on a busy machine. */
const LONGEST_CALL_MS = 15_000
/** Without code of its own nothing can hang; a machine may still be slow, or a page be lost. */
const PATIENT_LIMIT_MS = 60_000
const WATCH_EVERY_MS = 100
/** More turns than any call waits for, in all documents of a page. */
const MAX_TURNS = 10_000

/** What a call may do to its page. */
export interface Watched {
  hasCode: boolean
  isMounting: boolean
}

/** What watching needs of a page. */
export interface WatchedPage {
  /** Asks the page for anything; one that hangs does not answer. */
  ask(): Promise<unknown>
  /** Processor time that the page has taken so far. Answers even when the page does not. */
  taken(): Promise<TimeByProcess>
  /** The page has gone, with its browser or by itself: what it was asked never comes. */
  isOver(): boolean
}

/** Watches over calls to a page whose code may never return. */
export class PageWatch {
  #lastSign = Date.now()
  /** When a case was last begun, or the call. */
  #lastProgress = Date.now()
  #beating: number | undefined
  #furthest = -1
  /** How often the page has come back during a call. */
  #turns = 0
  #crashed = false
  /** What the page had taken when it was first missed. */
  #before: TimeByProcess | undefined

  constructor(
    readonly page: WatchedPage,
    private readonly patient: () => number = patience,
  ) {}

  /**
   * The page has told which case it is about to mount, or, by -1, that its code has come back. Who tells the same case again has not
   * come any further; and a page comes back only so often.
   */
  beat(index: number): void {
    if (index > this.#furthest) {
      this.#furthest = index
      this.#lastProgress = Date.now()
    } else if (index !== -1 || ++this.#turns > MAX_TURNS) return
    this.#beating = index
    this.sign()
  }

  crash(): void {
    this.#crashed = true
  }

  private sign() {
    this.#lastSign = Date.now()
    this.#before = undefined
  }

  /** Waits for a call. @throws StageHang when nothing has been heard for too long */
  async over<T>(sent: Promise<T>, watched: Watched): Promise<T> {
    this.sign()
    this.#lastProgress = Date.now()
    this.#beating = undefined
    this.#furthest = -1
    this.#turns = 0
    const end = { isCome: false }
    try {
      return await Promise.race([sent, this.watch(watched, end)])
    } finally {
      end.isCome = true
      sent.catch(() => {}) // a page that is closed under a call answers with an error nobody waits for
    }
  }

  private async watch({ hasCode, isMounting }: Watched, end: { isCome: boolean }): Promise<never> {
    const limit = isMounting ? MOUNT_LIMIT_MS : CALL_LIMIT_MS
    const longest = hasCode ? LONGEST_CALL_MS * this.patient() : PATIENT_LIMIT_MS
    let isAsked = false
    for (;;) {
      await pause()
      // Nobody waits for this any more.
      if (end.isCome) return new Promise<never>(() => {})
      if (this.page.isOver()) throw new Error('its page was closed')
      if (this.#crashed) throw new StageHang('its page crashed', this.#beating)
      const silence = Date.now() - this.#lastSign
      if (silence > SILENCE_MS && hasCode) throw this.late(SILENCE_MS)
      if (Date.now() - this.#lastProgress > longest && (silence < limit || !hasCode)) throw this.late(longest)
      if (!hasCode || silence < limit / 3) continue
      if (!isAsked) {
        // A page that answers only waits for something.
        isAsked = true
        const answered = () => {
          isAsked = false
          this.sign()
        }
        this.page.ask().then(answered, () => {})
      }
      if ((await this.workedSince()) > limit) throw this.late(limit)
    }
  }

  /** Processor time that the page has taken since it was first missed, in ms. */
  private async workedSince(): Promise<number> {
    try {
      const now = await this.page.taken()
      const before = (this.#before ??= now)
      return mostBetween(before, now)
    } catch {
      return 0 // the browser has gone: that is seen at the next look
    }
  }

  private late(limit: number) {
    return new StageHang(`its code did not return within ${limitText(limit)}`, this.#beating)
  }
}

const pause = () => new Promise<void>((done) => setTimeout(done, WATCH_EVERY_MS).unref())
