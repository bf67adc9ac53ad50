import type { Browser, BrowserContext, CDPSession } from 'puppeteer-core'
import type { Clock } from '@/core/steps'
import type { Viewport } from '@/core/sheet'
import type { PlayStage, Stir } from '@/stage'
import { atMost } from '../atMost'
import { PageNodes } from '../reading'
import { callStage, HeldComponent, newAddress, preparePage, type PlayPage } from './PlayPage'
import type { PlaySetup } from './PlaySetup'
import { PointerTrace } from './PointerTrace'

/** A page that keeps its time itself, in any browser. */
export class BrowserPage implements PlayPage {
  readonly clockKind = 'page'
  readonly clock: Clock
  readonly nodes: PageNodes
  #now = 0
  #component: HeldComponent
  #pointer = new PointerTrace()

  private constructor(
    private readonly context: BrowserContext,
    readonly session: CDPSession,
  ) {
    this.#component = new HeldComponent(session)
    this.nodes = new PageNodes(session)
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
    await preparePage(session, viewport)
    return new BrowserPage(context, session)
  }

  hold(component: PlaySetup['component']): Promise<void> {
    return this.#component.hold(component)
  }

  async load(): Promise<void> {
    this.nodes.reset()
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

  read(...given: Parameters<PlayStage['read']>) {
    return this.call('read', ...given)
  }

  probe(...given: Parameters<PlayStage['probe']>) {
    return this.call('probe', ...given)
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

  async picture(): Promise<string> {
    const { data } = await this.session.send('Page.captureScreenshot', { format: 'png' })
    return data
  }

  async close(): Promise<void> {
    this.session.send('Runtime.terminateExecution').catch(() => {})
    await atMost(1000, this.context.close())
  }
}
