import { limitText, patience } from './patience'

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

/** Longest that one case may take to mount, and one call that mounts nothing, where a component brings code of its own, in ms. */
export const MOUNT_LIMIT_MS = 1500
const CALL_LIMIT_MS = 5000
/** Longest that a call may take whose page still answers: it waits for what never comes. */
const LONGEST_CALL_MS = 15_000
/** Without code of its own nothing can hang; a machine may still be slow, or a page be lost. */
const PATIENT_LIMIT_MS = 60_000
const WATCH_EVERY_MS = 100

/** What a call may do to its page. */
export interface Watched {
  hasCode: boolean
  isMounting: boolean
}

/** Watches over calls to a page whose code may never return. */
export class PageWatch {
  #lastBeat = Date.now()
  #beating: number | undefined
  #crashed = false

  /**
   * @param ask asks the page for anything; a page that hangs does not answer
   * @param isOver whether the page has gone, with its browser or by itself: what it was asked never comes
   */
  constructor(
    readonly ask: () => Promise<unknown>,
    readonly isOver: () => boolean,
  ) {}

  /** The page has told which case it is about to mount. */
  beat(index: number): void {
    this.#lastBeat = Date.now()
    this.#beating = index
  }

  crash(): void {
    this.#crashed = true
  }

  /** Waits for a call. @throws StageHang when nothing has been heard for too long */
  async over<T>(sent: Promise<T>, { hasCode, isMounting }: Watched): Promise<T> {
    const start = Date.now()
    this.#lastBeat = start
    this.#beating = undefined
    const times = patience()
    const nominal = !hasCode ? PATIENT_LIMIT_MS : isMounting ? MOUNT_LIMIT_MS : CALL_LIMIT_MS
    const limit = hasCode ? times * nominal : nominal
    const longest = hasCode ? times * LONGEST_CALL_MS : PATIENT_LIMIT_MS
    let timer: NodeJS.Timeout | undefined
    let isAsked = false
    const hang = new Promise<never>((_, reject) => {
      timer = setInterval(() => {
        const silence = Date.now() - this.#lastBeat
        if (this.isOver()) reject(new Error('its page was closed'))
        else if (this.#crashed) reject(new StageHang('its page crashed', this.#beating))
        else if (silence > limit || Date.now() - start > longest)
          // The nominal limit is told, however patient a busy machine makes us: one cause is one finding.
          reject(new StageHang(`its code did not return within ${limitText(nominal)}`, this.#beating))
        else if (silence > limit / 3 && !isAsked) {
          // A page that answers only waits for something, or for its share of a busy machine.
          isAsked = true
          const answered = () => {
            isAsked = false
            this.#lastBeat = Date.now()
          }
          this.ask().then(answered, () => {})
        }
      }, WATCH_EVERY_MS)
    })
    try {
      return await Promise.race([sent, hang])
    } finally {
      clearInterval(timer)
      sent.catch(() => {}) // a page that is closed under a call answers with an error nobody waits for
    }
  }
}
