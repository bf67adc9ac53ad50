import type { Pristine } from '../pristine'
import type { PageClock } from '../clock'

// After a pause, such as a tab that nobody looked at, time does not catch up.
const MAX_AT_ONCE_MS = 100

/** Called at each moment at which something may have changed; `isTimed` says that a timer or a script's frame was due. */
export type OnMoment = (isTimed: boolean) => void

/** Lets a page's own time pass as real time does, from one moment to the next. */
export class LiveTime {
  /** While it is held time stands still. */
  isHeld = false
  #hasInput = false
  #last?: number
  #aim = 0

  constructor(
    readonly time: PageClock,
    private readonly pristine: Pristine,
    private readonly onMoment: OnMoment,
    private readonly onError: (error: unknown) => void,
  ) {}

  /** Something has been done to the component: what it brings about in no time is looked at before time goes on. */
  noteInput(): void {
    this.#hasInput = true
  }

  start(): void {
    this.pristine.requestAnimationFrame((now) => void this.turn(now))
  }

  private async turn(real: number) {
    try {
      const passed = Math.min(MAX_AT_ONCE_MS, real - (this.#last ?? real))
      this.#last = real
      if (this.#hasInput) {
        this.#hasInput = false
        await this.time.hold()
        this.onMoment(false)
      }
      if (!this.isHeld) await this.pass(passed)
    } catch (error) {
      this.onError(error)
    }
    this.pristine.requestAnimationFrame((now) => void this.turn(now))
  }

  private async pass(ms: number) {
    this.#aim = Math.max(this.#aim, this.time.now) + ms
    // Whole milliseconds, as timers count.
    const until = Math.floor(this.#aim)
    while (this.time.now < until && !this.isHeld && !this.#hasInput) {
      const { due } = this.time.activity()
      const to = due !== undefined && due > this.time.now ? Math.min(until, due) : until
      const isTimed = this.time.isDueBy(to)
      await this.time.goTo(to)
      this.onMoment(isTimed)
    }
  }
}
