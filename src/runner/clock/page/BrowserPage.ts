import type { Browser, BrowserContext, CDPSession } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import type { Pending } from '@/stage'
import { atMost } from '../../atMost'
import { PlayPage, preparePage } from '../PlayPage'
import type { Send } from '../send'

/** A page that keeps its time itself, in any browser. */
export class BrowserPage extends PlayPage {
  readonly clockKind = 'page'

  private constructor(
    readonly browser: Browser,
    private readonly context: BrowserContext,
    session: CDPSession,
  ) {
    super(session)
  }

  static async open(browser: Browser, viewport: Viewport): Promise<BrowserPage> {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    const session = await page.createCDPSession()
    await preparePage(session, viewport)
    await session.send('Animation.enable')
    return new BrowserPage(browser, context, session)
  }

  /** Stops the document's timeline: what begins to run before the page has taken hold of it stands where it began, however busy the machine is. */
  async begin(): Promise<void> {
    this.now = 0
    await this.session.send('Animation.setPlaybackRate', { playbackRate: 0 })
  }

  passing<T>(work: Promise<T>): Promise<T> {
    return work
  }

  protected async goTo(time: number): Promise<void> {
    this.now = (await this.call('goTo', time)).now
  }

  protected async send<K extends Parameters<Send>[0]>(method: K, params: object): Promise<void> {
    await this.session.send(method as 'Input.dispatchKeyEvent', params as never)
  }

  async rest(): Promise<Pending> {
    await this.call('hold')
    return this.call('pending')
  }

  async picture(): Promise<string> {
    const { data } = await this.session.send('Page.captureScreenshot', { format: 'png' })
    return data
  }

  async close(): Promise<void> {
    this.session.send('Runtime.terminateExecution').catch(() => {})
    await atMost(1000, this.context.close())
  }
}
