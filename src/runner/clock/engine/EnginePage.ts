import type { Browser, CDPSession } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import type { Pending } from '@/stage'
import { atMost } from '../../atMost'
import { isGone } from '../../isGone'
import { endBrowser } from '../../killBrowser'
import { openTarget } from '../../openTarget'
import { launchShell } from '../../shell'
import { isTouched } from '../../surround'
import { Shelf } from '../../warm'
import { PlayPage, preparePage } from '../PlayPage'
import type { Send } from '../send'

// The least that time can pass: enough for tasks that are due at once, and nothing to any timer.
const SLIVER_MS = 0.001
// How much time passes at once while a document loads.
const LOADING_MS = 5
const LOST_AFTER_MS = 2000
/** Two frames never have the same time. */
const LEAST_TICK_MS = 0.001
// What begins in one of the first frames, which stand a thousandth apart, is over when its time is.
const FRAME_LEAD_MS = 0.05
// The browser blurs where an animation stands by a tenth of a millisecond: what is that near to its end has ended.
const BLUR_MS = 0.12
const MAX_MORE_FRAMES = 5
/**
 * How far the times of frames lie before the engine's own: outside of a frame the engine takes the later of both for the time that an
 * animation begins at, and what is first loaded meanwhile lets 10 ms of its own pass.
 */
const AHEAD_MS = 200
// What the engine's own time is off by less than this is blur.
const DRIFT_MS = 1
// An input that waits for a frame is given one after this much wall time.
const FRAME_WAIT_MS = 3
// A page that cannot leave its component within this is given up.
const CLEAR_LIMIT_MS = 3000

/** A page whose time and frames the engine itself keeps: timers, transitions, frames and their events all follow one clock. */
export class EnginePage extends PlayPage {
  readonly clockKind = 'engine'
  /** The engine's own ticks at the scenario's start. */
  #offset = 0
  #lastTicks = 0
  /** How many frames the page has told of. */
  #frames = 0

  private constructor(
    readonly browser: Browser,
    session: CDPSession,
  ) {
    super(session)
  }

  /** One that stands ready for a window of this size, or a new one. */
  static open(executablePath: string, viewport: Viewport): Promise<EnginePage> {
    return pages.take(JSON.stringify({ executablePath, viewport }))
  }

  static async start(executablePath: string, viewport: Viewport): Promise<EnginePage> {
    const browser = await launchShell(executablePath)
    try {
      const { width, height } = viewport
      const session = await openTarget(browser, { enableBeginFrameControl: true, width, height })
      await preparePage(session, viewport)
      const page = new EnginePage(browser, session)
      const { virtualTimeTicksBase } = await page.session.send('Emulation.setVirtualTimePolicy', {
        policy: 'pause',
        // Whole seconds: what dates tell must not hang on a fraction.
        initialVirtualTime: Math.floor(Date.now() / 1000),
      })
      page.#offset = virtualTimeTicksBase
      return page
    } catch (error) {
      await browser.close()
      throw error
    }
  }

  async passing<T>(work: Promise<T>): Promise<T> {
    let isDone = false
    const done = work.finally(() => (isDone = true))
    done.catch(() => {}) // awaited below
    // A frame while time passes takes the browser down: each pass is waited for. A navigation may swap the process that was to tell of it.
    while (!isDone) {
      let timer: NodeJS.Timeout | undefined
      const lost = new Promise<void>((later) => (timer = setTimeout(later, LOST_AFTER_MS)))
      await Promise.race([this.pass(LOADING_MS), lost])
      clearTimeout(timer)
    }
    await this.session.send('Emulation.setVirtualTimePolicy', { policy: 'pause' })
    return done
  }

  /** Lets the document's timeline and its timers show the same time. */
  async begin(): Promise<void> {
    this.now = 0
    let drawn = { lag: 0, frames: 0 }
    // The first frames after a document has been opened may be put off.
    for (let frame = 0; frame < MAX_MORE_FRAMES && drawn.frames === 0; frame++) {
      await this.frame()
      drawn = await this.call('lag')
    }
    // Ahead of all frames so far: how far apart those of a scenario stand must not hang on what was measured.
    this.#offset = this.#lastTicks + Math.max(0, drawn.lag) + AHEAD_MS
    this.#frames = drawn.frames
    await this.frame()
  }

  /** Lets virtual time pass, whatever is fetched: the policy that waits for that leaves the clock up to 15 ms off on a busy machine. */
  private async pass(ms: number) {
    const expired = new Promise<void>((done) => this.session.once('Emulation.virtualTimeBudgetExpired', () => done()))
    await this.session.send('Emulation.setVirtualTimePolicy', { policy: 'advance', budget: ms })
    await expired
  }

  private async frame(later = LEAST_TICK_MS) {
    const lead = this.now > 0 ? FRAME_LEAD_MS : 0
    const frameTimeTicks = this.tick(Math.max(this.#offset + this.now + lead, this.#lastTicks + later))
    await this.session.send('HeadlessExperimental.beginFrame', { frameTimeTicks, interval: 16 })
  }

  /**
   * The time of the next frame, as the browser takes it: it cuts what is less than a microsecond, and never ends a frame
   * that has the time of the one before. So times are kept in whole microseconds, and told half a microsecond late.
   */
  private tick(time: number): number {
    this.#lastTicks = Math.round(time * 1000) / 1000
    return this.#lastTicks + LEAST_TICK_MS / 2
  }

  protected async goTo(time: number): Promise<void> {
    const { ahead } = await this.call('goTo', time)
    await this.pass(Math.max(SLIVER_MS, time - this.now - (ahead > DRIFT_MS ? ahead : 0)))
    this.now = time
    await this.frame()
    await this.pass(SLIVER_MS)
    await this.finished()
  }

  /** Draws frames until one has been drawn, and every animation that is to begin or to end at this moment has done so. */
  private async finished(): Promise<Pending> {
    let pending = await this.call('pending')
    for (let frame = 0; frame < MAX_MORE_FRAMES && (pending.isBetween || pending.frames === this.#frames); frame++) {
      await this.frame(BLUR_MS)
      pending = await this.call('pending')
    }
    this.#frames = pending.frames
    return pending
  }

  protected async send<K extends Parameters<Send>[0]>(method: K, params: object): Promise<void> {
    let isDone = false
    const sent = this.session.send(method as 'Input.dispatchKeyEvent', params as never).finally(() => (isDone = true))
    sent.catch(() => {}) // awaited below
    while (!isDone) {
      await Promise.race([sent, new Promise((done) => setTimeout(done, FRAME_WAIT_MS))])
      if (!isDone) await this.frame()
    }
    await sent
  }

  async rest(): Promise<Pending> {
    await this.frame()
    await this.pass(SLIVER_MS)
    await this.frame()
    return this.finished()
  }

  async picture(): Promise<string> {
    const { screenshotData } = await this.session.send('HeadlessExperimental.beginFrame', {
      frameTimeTicks: this.tick(this.#lastTicks + LEAST_TICK_MS),
      interval: 16,
      screenshot: { format: 'png' },
    })
    return screenshotData ?? ''
  }

  /** Leaves the component for a document without one: whatever it has begun, workers too, goes with its document. @returns whether it could */
  async clear(): Promise<boolean> {
    if (isTouched(this.session)) return false
    const left = this.holds ? this.load().then(() => true) : Promise.resolve(true)
    return (await atMost(CLEAR_LIMIT_MS, left)) ?? false
  }

  override async release(): Promise<void> {
    if (!(await pages.give(this))) await this.close()
  }

  /** The browser is this page's own: it goes with it, however the page's code behaves. */
  async close(): Promise<void> {
    await endBrowser(this.browser, 500)
  }
}

/** Pages that stand ready, each with a browser of its own, for runs that come after. */
const pages = new Shelf<EnginePage>(
  {
    start: (name) => {
      const { executablePath, viewport } = JSON.parse(name) as { executablePath: string; viewport: Viewport }
      return EnginePage.start(executablePath, viewport)
    },
    clear: (page) => page.clear(),
    isAlive: async ({ browser }) => !(await isGone(browser)),
    end: (page) => page.close(),
  },
  3,
)
