import type { Browser, BrowserContext, CDPSession, Page, Protocol } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import {
  hasCode,
  REFERENCE,
  type PseudoBoxes,
  type RunnerStage,
  type StageComponent,
  type StageContext,
  type StageCase,
} from '@/stage'
import { byBackendNode } from './accessibility'
import { winningDeclaration, type FoundDeclaration } from './origins'
import { borderBox } from './pseudo'
import { answerRequests } from './answerRequests'

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
/** Without code of its own nothing can hang; a machine may still be slow, or a page be lost. */
const PATIENT_LIMIT_MS = 60_000
const WATCH_EVERY_MS = 100

/** Nodes of the mounted cases by reference number. */
interface Nodes {
  byReference: Map<number, { nodeId: number; backendNodeId: number }>
}

/** A page that runs the stage of one component, driven over CDP. */
export class StagePage {
  #lastBeat = Date.now()
  #beating: number | undefined
  #isMounting = false
  #hasCode = false
  #crashed = false
  #globalId?: string
  #sheetUrls = new Map<string, string>()
  #pseudoNodes = new Map<number, { nodeId: number; type: string }[]>()
  #nodes: Nodes = { byReference: new Map() }

  private constructor(
    private readonly context: BrowserContext,
    private readonly page: Page,
    private readonly session: CDPSession,
  ) {}

  /** Opens a page for a component on a site of its own. */
  static async open(browser: Browser, slug: string, viewport: Viewport): Promise<StagePage> {
    const context = await browser.createBrowserContext()
    const page = await context.newPage()
    const session = await page.createCDPSession()
    const stage = new StagePage(context, page, session)
    await stage.prepare(slug, viewport)
    return stage
  }

  private async prepare(slug: string, viewport: Viewport) {
    const { session } = this
    session.on('CSS.styleSheetAdded', ({ header }) => this.#sheetUrls.set(header.styleSheetId, header.sourceURL))
    session.on('DOM.pseudoElementAdded', ({ parentId, pseudoElement }) => {
      const known = this.#pseudoNodes.get(parentId) ?? []
      this.#pseudoNodes.set(parentId, [
        ...known,
        { nodeId: pseudoElement.nodeId, type: pseudoElement.pseudoType ?? '' },
      ])
    })
    session.on('Runtime.bindingCalled', ({ payload }) => {
      this.#lastBeat = Date.now()
      this.#beating = Number(payload)
    })
    session.on('Inspector.targetCrashed', () => (this.#crashed = true))
    const address = `https://stage-${slug}.invalid/`
    answerRequests(session, address)
    await Promise.all([
      session.send('Page.enable'),
      session.send('Inspector.enable'),
      session.send('Runtime.enable'),
      session.send('Runtime.addBinding', { name: 'breltBeat' }),
      session.send('DOM.enable'),
      session.send('CSS.enable'),
      session.send('Fetch.enable', { patterns: [{ urlPattern: '*' }] }),
      session.send('Emulation.setDeviceMetricsOverride', {
        width: viewport.width,
        height: viewport.height,
        deviceScaleFactor: viewport.scale,
        mobile: false,
      }),
    ])
    const loaded = new Promise<void>((done) => session.once('Page.loadEventFired', () => done()))
    const { errorText } = await session.send('Page.navigate', { url: address })
    if (errorText) throw new Error(`the stage did not load: ${errorText}`)
    // The address answers before the page's program has run.
    await this.watched(loaded, false)
    const { result } = await session.send('Runtime.evaluate', { expression: 'globalThis' })
    this.#globalId = result.objectId
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

  private async watched<T>(sent: Promise<T>, isMounting: boolean): Promise<T> {
    this.#lastBeat = Date.now()
    this.#isMounting = isMounting
    this.#beating = undefined
    let timer: NodeJS.Timeout | undefined
    const hang = new Promise<never>((_, reject) => {
      timer = setInterval(() => {
        const limit = !this.#hasCode ? PATIENT_LIMIT_MS : this.#isMounting ? MOUNT_LIMIT_MS : CALL_LIMIT_MS
        if (this.#crashed) reject(new StageHang('its page crashed', this.#beating))
        else if (Date.now() - this.#lastBeat > limit)
          reject(new StageHang(`its code did not return within ${limit / 1000} s`, this.#beating))
      }, WATCH_EVERY_MS)
    })
    try {
      return await Promise.race([sent, hang])
    } finally {
      clearInterval(timer)
      sent.catch(() => {}) // a page that is closed under a call answers with an error nobody waits for
    }
  }

  async openComponent(
    component: StageComponent,
    context: StageContext,
    first: StageCase | undefined,
    viewport: Viewport,
  ) {
    this.#hasCode = hasCode(component)
    return this.call('open', component, context, first, viewport)
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
  ): Promise<{ failures: Record<number, string>; isSettled: boolean }> {
    // Makes the browser forget the nodes it has told of: it would report each one that is mounted from here on.
    await this.session.send('DOM.getDocument', { depth: 0 })
    let mounted = await this.call('mount', cases.slice(0, first), referred)
    if (mounted.forced.length > 0 || referred.length > 0) await this.learnNodes()
    this.#pseudoNodes.clear()
    const forced = mounted.forced.map(([reference, forcedPseudoClasses]) =>
      this.session.send('CSS.forcePseudoState', {
        nodeId: this.#nodes.byReference.get(reference)!.nodeId,
        forcedPseudoClasses,
      }),
    )
    // The others come after: telling of their nodes was a fifth of a run's time.
    if (first < cases.length) mounted = await this.call('mount', cases.slice(first), [])
    await this.watched(Promise.all(forced), false)
    const { isSettled } = await this.call('show')
    return { failures: mounted.failures, isSettled }
  }

  private async learnNodes() {
    const { nodes } = await this.session.send('DOM.getFlattenedDocument', { depth: -1, pierce: true })
    const byReference: Nodes['byReference'] = new Map()
    for (const { nodeId, backendNodeId, attributes = [] } of nodes) {
      const at = attributes.indexOf(REFERENCE)
      if (at >= 0 && at % 2 === 0) byReference.set(Number(attributes[at + 1]), { nodeId, backendNodeId })
    }
    this.#nodes = { byReference }
  }

  /** Border boxes of pseudo-elements, which only the engine can tell. */
  async pseudoBoxes(pseudos: readonly string[]): Promise<PseudoBoxes> {
    if (pseudos.length === 0) return {}
    const boxes: PseudoBoxes = {}
    const asked = [...this.#nodes.byReference].flatMap(([reference, { nodeId }]) =>
      (this.#pseudoNodes.get(nodeId) ?? [])
        .filter(({ type }) => pseudos.includes(`::${type}`))
        .map((pseudo) => ({ reference, ...pseudo })),
    )
    await Promise.all(
      asked.map(async ({ reference, nodeId, type }) => {
        try {
          const { model } = await this.session.send('DOM.getBoxModel', { nodeId })
          boxes[`${reference}::${type}`] = borderBox(model)
        } catch {
          // Without a box (display: none) there is nothing to tell: the reading says so.
        }
      }),
    )
    return boxes
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

  clear() {
    return this.call('clear')
  }

  census() {
    return this.call('census')
  }

  /** The accessibility tree's node of each reference number. */
  async accessibility(): Promise<(reference: number) => Protocol.Accessibility.AXNode | undefined> {
    const { frameTree } = await this.session.send('Page.getFrameTree')
    const frames = [frameTree.frame, ...(frameTree.childFrames ?? []).map(({ frame }) => frame)]
    const trees = await this.watched(
      Promise.all(
        frames.map(({ id }) =>
          this.session.send('Accessibility.getFullAXTree', { frameId: id }).then(({ nodes }) => nodes),
        ),
      ),
      false,
    )
    const nodes = byBackendNode(trees)
    return (reference) => nodes.get(this.#nodes.byReference.get(reference)?.backendNodeId ?? -1)
  }

  /** All styles that match a part of a case, for telling which declaration won. */
  async matchedStyles(
    caseIndex: number,
    part: string,
    match: number,
  ): Promise<Protocol.CSS.GetMatchedStylesForNodeResponse | undefined> {
    const { result } = await this.session.send('Runtime.evaluate', {
      expression: `breltStage.elementOf(${caseIndex}, ${JSON.stringify(part)}, ${match})`,
    })
    if (!result.objectId) return undefined
    const { nodeId } = await this.session.send('DOM.requestNode', { objectId: result.objectId })
    return this.session.send('CSS.getMatchedStylesForNode', { nodeId })
  }

  /** The declaration that wins in `matched`, with the file that it stands in. */
  declarationOf(
    matched: Protocol.CSS.GetMatchedStylesForNodeResponse,
    properties: readonly string[],
    pseudo: string | undefined,
  ): (FoundDeclaration & { url: string }) | undefined {
    const found = winningDeclaration(matched, properties, pseudo)
    const url = found?.styleSheetId === undefined ? undefined : this.#sheetUrls.get(found.styleSheetId)
    return found && url ? { ...found, url } : undefined
  }

  /** Closes the page, even one whose code never returns. */
  async close(): Promise<void> {
    this.session.send('Runtime.terminateExecution').catch(() => {})
    await Promise.race([this.context.close().catch(() => {}), new Promise((done) => setTimeout(done, 1000))])
  }
}
