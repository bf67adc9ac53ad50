import type { Browser, BrowserContext, CDPSession } from 'puppeteer-core'
import type { Clock } from '@/core/steps'
import type { Viewport } from '@/core/sheet'
import type { PlayStage, Stir } from '@/stage'
import { atMost } from '../atMost'
import { callStage, HeldComponent, newAddress, preparePage, type PlayPage } from './PlayPage'
import type { PlaySetup } from './PlaySetup'
import { PointerTrace } from './PointerTrace'

/** A page that keeps its time itself, in any browser. */
export class BrowserPage implements PlayPage {
  readonly clockKind = 'page'
  readonly clock: Clock
  #now = 0
  #component: HeldComponent
  #pointer = new PointerTrace()

  private constructor(
    private readonly context: BrowserContext,
    readonly session: CDPSession,
    private readonly sheetUrls: ReadonlyMap<string, string>,
  ) {
    this.#component = new HeldComponent(session)
    const now = () => this.#now
    this.clock = {
      get now() {
        return now()
      },
      pulse: () => this.call('pulse'),
      goTo: async (time) => {
        this.#now = await this.call('goTo', time)
      },
    }
  }

  static async open(browser: Browser, viewport: Viewport): Promise<BrowserPage> {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    const session = await page.createCDPSession()
    return new BrowserPage(context, session, await preparePage(session, viewport))
  }

  hold(component: PlaySetup['component']): Promise<void> {
    return this.#component.hold(component)
  }

  async load(): Promise<void> {
    for (const event of this.#pointer.leaving()) await this.input('Input.dispatchMouseEvent', event)
    const loaded = new Promise<void>((done) => this.session.once('Page.loadEventFired', () => done()))
    await this.session.send('Page.navigate', { url: newAddress() })
    await loaded
  }

  begin(): Promise<void> {
    this.#now = 0
    return Promise.resolve()
  }

  call<K extends keyof PlayStage>(name: K, ...given: Parameters<PlayStage[K]>) {
    return callStage(this.session, name, given)
  }

  passing<T>(work: Promise<T>): Promise<T> {
    return work
  }

  async input<K extends Parameters<CDPSession['send']>[0]>(method: K, params: object): Promise<void> {
    this.#pointer.note(method, params)
    await this.session.send(method as 'Input.dispatchKeyEvent', params as never)
  }

  async rest(): Promise<Stir> {
    await this.call('hold')
    return this.call('stir')
  }

  sheetUrl(styleSheetId: string): string | undefined {
    return this.sheetUrls.get(styleSheetId)
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
