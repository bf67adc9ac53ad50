import { realFrame } from './comeToRest'
import { compareTwins, findPlaces, findVariables, takeInventory, type Inventory } from './inventory'
import { findTurned } from './turned'
import { CONTAINER, prepareStyles, setContext, type Styles } from './documentStyles'
import { watchEscape, type EscapeWatch } from './escape'
import { shadowsIn, type MountedCase } from './findPart'
import { flowsAsBlock } from './flowsAsBlock'
import { keepBound } from './keepBound'
import {
  collectForced,
  nestedTargets,
  needsLayout,
  needsLayoutInside,
  ownTargets,
  setStates,
  type Forced,
} from './forceStates'
import { attempt, changesElements, mountCase } from './mount'
import type { Pace } from './Pace'
import { loadPieces, type Maker } from './pieces'
import { hasCode } from './protocol'
import type { StageCase, StageComponent, StageContext } from './protocol'
import { References } from './References'
import { endAnimations, settle } from './settle'
import { ownElement } from './sideEffects'

/** What the driver needs to know of the cases that were mounted. */
export interface Mounted {
  /** Why a case could not be brought about, by its place. */
  failures: Record<number, string>
  /** What is to be known about how a case was brought about, by its place. */
  notes: Record<number, string>
  /** Pseudo-classes to force, by reference number. */
  forced: [reference: number, pseudo: string[]][]
}

/** Called as each case is about to be mounted: a case whose script never returns is the last one told. */
export type Beat = (index: number) => void

/** The page in which one component's cases are rendered and read. */
export class Stage {
  readonly cases: MountedCase[] = []
  /** What in any case so far was laid out by the window, in words. They must be in sight. */
  readonly escape: EscapeWatch
  /** Called when the component calls a handler that stands for an event. */
  onEvent?: (event: string, given: unknown) => void
  #styles: Styles
  #keeper: HTMLElement
  #makers: ReadonlyMap<string, Maker> = new Map()
  #context: StageContext = { values: {}, properties: [] }
  #references: References
  #flows?: boolean
  #hasCode: boolean

  private constructor(
    readonly component: StageComponent,
    readonly pace: Pace,
    readonly container: HTMLElement,
    /** Reference numbers start above this: they must differ between the documents of one page. */
    lastReference: number,
  ) {
    this.#references = new References(lastReference)
    this.#styles = prepareStyles(document, component)
    this.#keeper = keepBound(this.#styles.shadow)
    // Looking into every element costs: only components that bring code can have shadow trees.
    this.#hasCode = hasCode(component)
    // In a document of its own nothing escapes.
    this.escape = component.isolated ? () => undefined : watchEscape(component)
  }

  /** @throws Error when code of the component cannot be loaded. */
  static async open(component: StageComponent, pace: Pace, lastReference = 0): Promise<Stage> {
    const container = ownElement(document.createElement('div'))
    container.setAttribute(CONTAINER, '')
    document.body.append(container)
    const stage = new Stage(component, pace, container, lastReference)
    stage.#makers = await loadPieces(component)
    return stage
  }

  /** The sheets that all shadow roots share. */
  get sheets(): readonly CSSStyleSheet[] {
    return this.#styles.shadow
  }

  /** Takes other texts of the same style sheets; what is mounted takes them too. */
  restyle(component: StageComponent): void {
    this.#styles.restyle(component)
  }

  /** Takes everything away that the stage has put into the document. */
  close(): void {
    this.clear()
    this.container.remove()
    this.#keeper.remove()
  }

  get context(): StageContext {
    return this.#context
  }

  setContext(context: StageContext): void {
    this.#context = context
    this.#styles.applyContext(context)
    for (const { page } of this.cases) setContext(page, context.values, this.component.page)
  }

  /**
   * Mounts cases and brings them about, but for the states of their own parts, which the reader works out. Where no code runs they
   * stay hidden, so that whatever is forced before they are shown starts no transition.
   */
  async mount(cases: readonly StageCase[], beat?: Beat): Promise<Mounted> {
    const hasCode = this.#hasCode
    this.container.style.display = hasCode ? '' : 'none'
    // A box of their own: what is put into one that the driver does not know is not reported to it.
    const box = document.createElement('div')
    this.container.append(box)
    const added: MountedCase[] = []
    for (const stageCase of cases) {
      const index = this.cases.length
      beat?.(index)
      const mounted = this.mountOne(stageCase, index, box)
      this.cases.push(mounted)
      added.push(mounted)
    }
    beat?.(-1)
    const forced: Forced = new Map()
    await this.bringAbout(added, forced, { isWhole: false })
    if (!hasCode) this.container.style.display = 'none'
    const told = (of: 'failure' | 'note') =>
      Object.fromEntries(
        this.cases.flatMap((mounted) => (mounted[of] === undefined ? [] : [[mounted.index, mounted[of]]])),
      )
    return { failures: told('failure'), notes: told('note'), forced: this.references(forced) }
  }

  /** Mounts one case in sight, as a page would have it: what it starts at once is under way. */
  mountLive(stageCase: StageCase): void {
    this.container.style.display = ''
    this.cases.push(this.mountOne(stageCase, 0, this.container))
  }

  /** Puts one case into any parent. It is not yet what its axes say: see `bringAbout`. */
  mountOne(
    stageCase: StageCase,
    index: number,
    parent: Element,
    context: Readonly<Record<string, string>> = this.#context.values,
  ): MountedCase {
    const tools = {
      component: this.component,
      makers: this.#makers,
      styles: this.#styles,
      context,
      onCalled: (event: string, given: unknown) => this.onEvent?.(event, given),
    }
    const mounted = mountCase(tools, parent, stageCase, index)
    this.#flows ??= flowsAsBlock(mounted.frame)
    mounted.frame.toggleAttribute('data-flow', this.#flows)
    return mounted
  }

  /**
   * Lets mounted cases come to rest, sets what their axes set, and works out what is to be forced.
   * @param onStanding called when they are as large as they will be, before it is asked what a pointer finds
   * @param isWhole whether the states of their own parts are worked out too
   */
  async bringAbout(
    cases: readonly MountedCase[],
    forced: Forced,
    { onStanding, isWhole = true }: { onStanding?: () => void; isWhole?: boolean } = {},
  ): Promise<void> {
    if (this.#hasCode) await this.comeToRest()
    for (const mounted of cases) attempt(mounted, mounted.reach)
    for (const mounted of cases) {
      const { then } = mounted.stageCase
      if (then) attempt(mounted, () => mounted.update?.(then.props, then.slots))
    }
    if (this.#hasCode && cases.some(({ stageCase }) => stageCase.then || changesElements(stageCase)))
      await this.comeToRest()
    if (cases.some(({ stageCase }) => needsLayoutInside(stageCase) || (isWhole && needsLayout(stageCase)))) {
      this.container.style.display = ''
      this.fitFlow(cases)
      onStanding?.()
    }
    for (const mounted of cases) attempt(mounted, () => this.force(mounted, forced, isWhole))
  }

  private force(mounted: MountedCase, forced: Forced, isWhole: boolean) {
    const { component } = this
    const nested = nestedTargets(component, mounted)
    const own = ownTargets(component, mounted)
    setStates([...nested, ...own])
    collectForced(component, mounted, forced, isWhole ? [...nested, ...own] : nested)
  }

  comeToRest(): Promise<{ isSettled: boolean }> {
    return this.pace.comeToRest(() => this.roots())
  }

  /** Brings everything to rest and ends what moves, where no reader does so. */
  settle(): Promise<{ isSettled: boolean }> {
    return settle({
      comeToRest: this.#hasCode ? () => this.comeToRest() : undefined,
      endAnimations: () => Promise.resolve(endAnimations(this.roots())),
      wait: (what) => (what === 'frame' ? realFrame(this.pace) : this.task()),
    })
  }

  private task() {
    return new Promise<void>((done) => this.pace.pristine.setTimeout(done, 0))
  }

  /** Shows what was mounted hidden. */
  show(): void {
    this.container.style.display = ''
    this.fitFlow()
  }

  isWatching(): boolean {
    return this.pace.isWatching()
  }

  /** A case whose component turns out to stand otherwise than the first one's did gets its own place. They must be in sight. */
  fitFlow(cases: readonly MountedCase[] = this.cases): void {
    const flows = cases.map(({ frame }) => flowsAsBlock(frame))
    cases.forEach(({ frame }, at) => frame.toggleAttribute('data-flow', flows[at]))
  }

  /** Gives elements reference numbers, so that the driver can force states on their nodes. */
  references(forced: Forced): Mounted['forced'] {
    return [...forced].map(([element, pseudo]) => [this.#references.give(element), [...pseudo]])
  }

  /** Takes a case away again. */
  unmount(mounted: MountedCase): void {
    try {
      mounted.cleanup?.()
    } catch {
      // A cleanup that throws spoils nothing: its case is gone.
    }
    mounted.host.remove()
  }

  private *roots(): Generator<Document | ShadowRoot> {
    yield document
    if (!this.component.isolated) for (const { scope } of this.cases) yield scope as ShadowRoot
    if (!this.#hasCode) return
    for (const { frame } of this.cases) yield* shadowsIn(frame)
  }

  /** Adds what stands in the mounted cases to what was counted before. */
  count(known: Inventory): Inventory {
    const counted = takeInventory(this.cases, known, this.component.isolated)
    const placed = findPlaces(counted, this.component, this.cases)
    const turned = findTurned(placed, this.component, this.cases)
    const inventory = findVariables(turned, this.component, this.cases)
    const [first, second] = this.cases.filter(({ failure }) => failure === undefined)
    return first && second ? compareTwins(inventory, first, second) : inventory
  }

  caseAt(index: number): MountedCase {
    return this.cases[index]!
  }

  clear(): void {
    for (const mounted of this.cases) this.unmount(mounted)
    this.cases.length = 0
    this.#references.clear()
    this.container.replaceChildren()
    scrollTo(0, 0)
  }
}
