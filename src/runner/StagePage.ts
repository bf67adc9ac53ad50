import type { Browser, CDPSession } from 'puppeteer-core'
import { surroundingsOf } from '@/core/contexts'
import type { Viewport } from '@/core/sheet'
import {
  hasCode,
  keptIncidents,
  settle,
  type Inventory,
  type ReaderStage,
  type RunnerStage,
  type StageCase,
  type StageComponent,
  type StageContext,
  type StageReadings,
} from '@/stage'
import { atMost } from './atMost'
import { isGone } from './isGone'
import { inTurn } from './inTurn'
import { PageWatch } from './PageWatch'
import { ProcessTime } from './ProcessTime'
import { caseForReader, componentForReader } from './forReader'
import { mergeForced, PageNodes, sayUnknown, type ReadablePage } from './reading'
import { readerScript, stagePage, stageProgram, START, startScript } from './stageProgram'
import { READER_WORLD, STAGE_WORLD, StageWorld, watchWorlds } from './StageWorld'
import { answerRequests, stageAddress } from './answerRequests'
import { openTarget, rootSession } from './openTarget'
import { isTouched, sizeWindow, surround } from './surround'

// Each load has an origin of its own: nothing that a component keeps is there for the next.
let lastLoad = 0

/** A page that runs the stage of one component, driven over CDP. */
export class StagePage implements ReadablePage {
  #hasCode = false
  /** What has been read that only the component's own code can say. */
  readonly #said = new Set<string>()
  readonly #watch: PageWatch
  readonly #time: ProcessTime
  readonly nodes: PageNodes
  readonly #stage: StageWorld<RunnerStage>
  readonly #reader: StageWorld<ReaderStage>
  #component?: StageComponent
  #viewport: Viewport

  private constructor(
    private readonly browser: Browser,
    /** The library's window. */
    private readonly given: Viewport,
    private readonly root: CDPSession,
    private readonly browserContextId: string,
    private readonly session: CDPSession,
  ) {
    this.#viewport = given
    this.#time = new ProcessTime(root, session)
    this.#watch = new PageWatch({
      ask: () => session.send('Runtime.evaluate', { expression: '1' }),
      taken: () => this.#time.taken(),
      isOver: () => session.detached,
    })
    this.#stage = new StageWorld(session, STAGE_WORLD)
    this.#reader = new StageWorld(session, READER_WORLD)
    this.nodes = new PageNodes(
      session,
      (index, part, match) => this.#reader.object('elementOf', index, part, match),
      (sent) => this.watched(sent, false),
    )
  }

  /** Opens a page in a browser context of its own. */
  static async open(browser: Browser, viewport: Viewport): Promise<StagePage> {
    const root = await rootSession(browser)
    const { browserContextId } = await root.send('Target.createBrowserContext')
    const session = await openTarget(browser, { browserContextId })
    const stage = new StagePage(browser, viewport, root, browserContextId, session)
    await stage.prepare()
    await stage.load()
    return stage
  }

  private async prepare() {
    const { session, given: viewport } = this
    session.on('Runtime.bindingCalled', ({ payload }) => this.#watch.beat(Number(payload)))
    session.on('Inspector.targetCrashed', () => this.#watch.crash())
    answerRequests(session, stagePage(`${START}()`))
    await watchWorlds(session, [this.#stage, this.#reader])
    await Promise.all([
      session.send('Page.enable'),
      session.send('Performance.enable'),
      session.send('Inspector.enable'),
      session.send('Runtime.enable'),
      session.send('Runtime.addBinding', { name: 'breltBeat' }),
      session.send('DOM.enable'),
      session.send('CSS.enable'),
      session.send('Fetch.enable', { patterns: [{ urlPattern: '*' }] }),
      session.send('Page.addScriptToEvaluateOnNewDocument', { source: startScript(stageProgram('runner')) }),
      session.send('Page.addScriptToEvaluateOnNewDocument', readerScript()),
      sizeWindow(session, viewport),
    ])
  }

  /** Loads the stage's program afresh, for the next component. Nothing of the one before is left but its process. */
  async load(): Promise<void> {
    const { session } = this
    this.#hasCode = false
    this.nodes.reset()
    const loaded = new Promise<void>((done) => session.once('Page.loadEventFired', () => done()))
    const { errorText } = await session.send('Page.navigate', { url: stageAddress(`s${++lastLoad}`) })
    if (errorText) throw new Error(`the stage did not load: ${errorText}`)
    // The address answers before the page's program has run.
    await this.watched(loaded, false)
  }

  /** Calls the stage, where the component's code runs. @throws StageHang */
  private call<K extends keyof RunnerStage & string>(name: K, ...given: Parameters<RunnerStage[K]>) {
    return this.watched(this.#stage.call(name, ...given), /^(mount|open|differsInPlain)$/.test(name))
  }

  /** Calls the reader, which no code of the component's reaches. It may still be kept waiting by it. @throws StageHang */
  ask<K extends keyof ReaderStage & string>(name: K, ...given: Parameters<ReaderStage[K]>) {
    return this.watched(this.#reader.call(name, ...given), false)
  }

  /** Its browser has gone down. */
  isGone(): Promise<boolean> {
    return isGone(this.browser)
  }

  private watched<T>(sent: Promise<T>, isMounting: boolean): Promise<T> {
    return this.#watch.over(sent, { hasCode: this.#hasCode, isMounting })
  }

  async openComponent(component: StageComponent, context: StageContext, viewport: Viewport): Promise<void> {
    this.#hasCode = hasCode(component)
    this.#said.clear()
    this.#component = component
    await this.#time.identify()
    await this.call('open', component, context, viewport)
    await this.ask('open', componentForReader(component), component.isolated)
  }

  /** Whether the page can still be given a context. */
  suits({ values }: StageContext): boolean {
    return !this.isTouched || surroundingsOf(values).isTouch === true
  }

  get isTouched(): boolean {
    return isTouched(this.session)
  }

  async setContext(context: StageContext): Promise<void> {
    this.#viewport = await surround(this.session, context.values, this.given)
    await this.call('setContext', context)
  }

  /**
   * Mounts cases hidden, forces their states, and shows them at rest.
   * @param first how many of the cases have nodes that must be known, to force them or to refer to them; these come first.
   */
  async mount(
    cases: readonly StageCase[],
    first: number,
    referred: readonly string[],
  ): Promise<{ failures: Record<number, string>; notes: Record<number, string>; isSettled: boolean }> {
    // The browser would report each node that is mounted from here on.
    await this.nodes.forget()
    const [forcing, others] = [cases.slice(0, first), cases.slice(first)]
    let arranged = await this.mountSome(forcing, referred)
    if (arranged.forced.length > 0 || referred.length > 0) await this.nodes.learn()
    const forced = this.nodes.force(arranged.forced)
    // The others come after: telling of their nodes was a fifth of a run's time.
    if (others.length > 0) arranged = await this.mountSome(others, [])
    await forced
    await this.ask('show')
    return { ...arranged, ...(await this.settle()) }
  }

  private async mountSome(cases: readonly StageCase[], referred: readonly string[]) {
    const mounted = await this.call('mount', cases)
    const { failures, notes, forced } = await this.ask('arrange', cases.map(caseForReader), mounted.failures, referred)
    return { failures, notes: { ...mounted.notes, ...notes }, forced: mergeForced(mounted.forced, forced) }
  }

  /** Lets what stands come to rest. */
  settle(): Promise<{ isSettled: boolean }> {
    return settle({
      comeToRest: this.#hasCode ? () => this.call('comeToRest') : undefined,
      endAnimations: () => this.ask('endAnimations'),
      wait: (what) => this.ask('wait', what),
    })
  }

  /** Whether code of the component's may hear of what changes sizes, or comes into sight. */
  async isWatching(): Promise<boolean> {
    return this.#hasCode && this.call('isWatching')
  }

  async read(...given: Parameters<ReaderStage['read']>): Promise<StageReadings> {
    const readings = await this.ask('read', ...given)
    return sayUnknown(readings, given[0], given[1], (asked) => {
      for (const { part, property } of asked) this.#said.add(`prop(${property}) of ${part}`)
      return this.call('said', asked)
    })
  }

  probe(...given: Parameters<ReaderStage['probe']>) {
    return this.ask('probe', ...given)
  }

  sample(...given: Parameters<ReaderStage['sample']>) {
    return this.ask('sample', ...given)
  }

  /** What some of the component's style sheets declare for its parts. */
  declared(urls: readonly string[]) {
    const sheets = this.#component!.sheets.filter(({ url }) => urls.includes(url))
    return this.ask(
      'declared',
      sheets.map(({ text, scoped }) => ({ text, scoped })),
    )
  }

  features() {
    return this.ask('features')
  }

  /** What is to be known of the component as a whole. */
  async incidents(): Promise<string[]> {
    const said = [...this.#said].map(
      (what) => `${what} is known to the component’s own code only: what is judged is what that says`,
    )
    return [...keptIncidents(await this.call('incidents')), ...said]
  }

  /** What the component has done outside of its cases so far. */
  sideEffect = () => this.call('sideEffect')
  /** What is otherwise in a plain document, where a case shares one with others. */
  differsInPlain = () => this.call('differsInPlain')

  traceOf(index: number) {
    return this.ask('traceOf', index)
  }

  /** What each case paints, from its own corner, in px. */
  outlines() {
    return this.ask('outlines')
  }

  /** Puts cases on a sheet, with all images decoded. */
  async spread(...given: Parameters<ReaderStage['spread']>): Promise<void> {
    await this.ask('spread', ...given)
    await this.ask('decodeImages')
  }

  turnTo(top: number) {
    return this.ask('turnTo', top)
  }

  /** The window, as wide as the context of its cases asks for. */
  get viewport(): Viewport {
    return this.#viewport
  }

  /** The component whose cases stand. @throws Error before it is opened */
  get component(): StageComponent {
    if (!this.#component) throw new Error('no component is open')
    return this.#component
  }

  get isIsolated(): boolean {
    return this.#component?.isolated ?? false
  }

  /** What the window shows now, down to a height in px, as PNG. */
  async picture(height: number): Promise<Uint8Array> {
    const clip = { x: 0, y: 0, width: this.viewport.width, height, scale: 1 }
    const part = height < this.viewport.height && { clip }

    // Pages of one browser that do so at a time may wait for each other for ever.
    return inTurn(this.browser, async () => {
      const taken = this.session.send('Page.captureScreenshot', { format: 'png', optimizeForSpeed: true, ...part })
      return Buffer.from((await this.watched(taken, false)).data, 'base64')
    })
  }

  /** Takes all cases away. @returns what stood in them */
  async clear(): Promise<Inventory> {
    const inventory = await this.call('clear')
    await this.ask('clear')
    return inventory
  }

  /** Closes the page, even one whose code never returns. */
  async close(): Promise<void> {
    this.session.send('Runtime.terminateExecution').catch(() => {})
    const { browserContextId } = this
    await atMost(1000, this.root.send('Target.disposeBrowserContext', { browserContextId }))
  }
}
