import type { Browser, CDPSession } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import { hasCode, type RunnerStage, type StageComponent, type StageContext, type StageCase } from '@/stage'
import { atMost } from './atMost'
import { PageWatch } from './PageWatch'
import { PageNodes, type ReadablePage } from './reading'
import { stagePage, stageProgram, START, startScript } from './stageProgram'
import { answerRequests, stageAddress } from './answerRequests'
import { openTarget, rootSession } from './openTarget'

// Each load has an origin of its own: nothing that a component keeps is there for the next.
let lastLoad = 0

/** A page that runs the stage of one component, driven over CDP. */
export class StagePage implements ReadablePage {
  #hasCode = false
  readonly #watch: PageWatch
  readonly nodes: PageNodes
  #globalId = ''

  private constructor(
    private readonly root: CDPSession,
    private readonly browserContextId: string,
    private readonly session: CDPSession,
  ) {
    this.#watch = new PageWatch(() => session.send('Runtime.evaluate', { expression: '1' }))
    this.nodes = new PageNodes(session, (sent) => this.watched(sent, false))
  }

  /** Opens a page in a browser context of its own. */
  static async open(browser: Browser, viewport: Viewport): Promise<StagePage> {
    const root = await rootSession(browser)
    const { browserContextId } = await root.send('Target.createBrowserContext')
    const session = await openTarget(browser, { browserContextId })
    const stage = new StagePage(root, browserContextId, session)
    await stage.prepare(viewport)
    await stage.load()
    return stage
  }

  private async prepare(viewport: Viewport) {
    const { session } = this
    session.on('Runtime.bindingCalled', ({ payload }) => this.#watch.beat(Number(payload)))
    session.on('Inspector.targetCrashed', () => this.#watch.crash())
    answerRequests(session, stagePage(`${START}()`))
    await Promise.all([
      session.send('Page.enable'),
      session.send('Inspector.enable'),
      session.send('Runtime.enable'),
      session.send('Runtime.addBinding', { name: 'breltBeat' }),
      session.send('DOM.enable'),
      session.send('CSS.enable'),
      session.send('Fetch.enable', { patterns: [{ urlPattern: '*' }] }),
      session.send('Page.addScriptToEvaluateOnNewDocument', { source: startScript(stageProgram('runner')) }),
      session.send('Emulation.setDeviceMetricsOverride', {
        width: viewport.width,
        height: viewport.height,
        deviceScaleFactor: viewport.scale,
        mobile: false,
      }),
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
    const { result } = await session.send('Runtime.evaluate', { expression: 'globalThis' })
    this.#globalId = result.objectId!
  }

  /** Runs a function of the stage with data, and gives back its data. @throws StageHang */
  private async call<K extends keyof RunnerStage>(
    name: K,
    ...given: Parameters<RunnerStage[K]>
  ): Promise<Awaited<ReturnType<RunnerStage[K]>>> {
    const sent = this.session.send('Runtime.callFunctionOn', {
      objectId: this.#globalId,
      functionDeclaration: `async function (given) { return JSON.stringify(await breltStage.${name}(...JSON.parse(given))) ?? 'null' }`,
      arguments: [{ value: JSON.stringify(given) }],
      awaitPromise: true,
      returnByValue: true,
    })
    const { result, exceptionDetails } = await this.watched(sent, name === 'mount' || name === 'open')
    if (exceptionDetails)
      throw new Error(
        exceptionDetails.exception?.description?.split('\n').slice(0, 2).join(' ') ?? exceptionDetails.text,
      )
    return JSON.parse(result.value as string) as Awaited<ReturnType<RunnerStage[K]>>
  }

  private watched<T>(sent: Promise<T>, isMounting: boolean): Promise<T> {
    return this.#watch.over(sent, { hasCode: this.#hasCode, isMounting })
  }

  async openComponent(component: StageComponent, context: StageContext, viewport: Viewport): Promise<void> {
    this.#hasCode = hasCode(component)
    await this.call('open', component, context, viewport)
  }

  async setContext(context: StageContext): Promise<void> {
    const reduced = context.values.motion === 'reduced'
    await this.session.send('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: reduced ? 'reduce' : 'no-preference' }],
    })
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
    let mounted = await this.call('mount', cases.slice(0, first), referred)
    if (mounted.forced.length > 0 || referred.length > 0) await this.nodes.learn()
    const forced = this.nodes.force(mounted.forced)
    // The others come after: telling of their nodes was a fifth of a run's time.
    if (first < cases.length) mounted = await this.call('mount', cases.slice(first), [])
    await forced
    const { isSettled } = await this.call('show')
    return { failures: mounted.failures, notes: mounted.notes, isSettled }
  }

  read(...given: Parameters<RunnerStage['read']>) {
    return this.call('read', ...given)
  }

  probe(...given: Parameters<RunnerStage['probe']>) {
    return this.call('probe', ...given)
  }

  declared(...given: Parameters<RunnerStage['declared']>) {
    return this.call('declared', ...given)
  }

  features() {
    return this.call('features')
  }

  incidents() {
    return this.call('incidents')
  }

  /** What the component has done outside of its cases so far. */
  async sideEffect(): Promise<string | undefined> {
    // What is undefined in the page comes as null.
    return (await this.call('sideEffect')) ?? undefined
  }

  traceOf(index: number) {
    return this.call('traceOf', index)
  }

  clear() {
    return this.call('clear')
  }

  inventory() {
    return this.call('inventory')
  }

  /** Closes the page, even one whose code never returns. */
  async close(): Promise<void> {
    this.session.send('Runtime.terminateExecution').catch(() => {})
    const { browserContextId } = this
    await atMost(1000, this.root.send('Target.disposeBrowserContext', { browserContextId }))
  }
}
