import { compareTwins, takeCensus, type Census } from './census'
import { prepareStyles, type Styles } from './documentStyles'
import { findParts, shadowsIn, type MountedCase } from './findPart'
import { collectForced, type Forced } from './forceStates'
import { failureText, mountCase } from './mount'
import { loadPieces, type Maker } from './pieces'
import type { Natives } from './natives'
import { hasCode } from './protocol'
import type {
  PseudoBoxes,
  StageCase,
  StageComponent,
  StageContext,
  StageProbe,
  StageReadings,
  StageRequest,
} from './protocol'
import { REFERENCE } from './reference'
import { answerProbes, declaredFor, featuresOf, readCases, type Declared, type ProbeAnswer } from './read'
import { settle } from './settle'

/** What the driver needs to know of the cases that were mounted. */
export interface Mounted {
  /** Why a case could not be brought about, by its place. */
  failures: Record<number, string>
  /** Pseudo-classes to force, by reference number. */
  forced: [reference: number, pseudo: string[]][]
}

/** Called as each case is about to be mounted: a case whose script never returns is the last one told. */
export type Beat = (index: number) => void

/** The page in which one component's cases are rendered and read. */
export class Stage {
  readonly cases: MountedCase[] = []
  /** Called when the component calls a handler that stands for an event. */
  onEvent?: (event: string, given: unknown) => void
  #styles: Styles
  #keeper: HTMLElement
  #makers: ReadonlyMap<string, Maker> = new Map()
  #context: StageContext = { values: {}, properties: [] }
  #references = new Map<Element, number>()
  #flows?: boolean
  #hasShadows: boolean

  private constructor(
    readonly component: StageComponent,
    readonly natives: Natives,
    readonly container: HTMLElement,
    /** Reference numbers start above this: they must differ between the documents of one page. */
    private readonly lastReference: number,
  ) {
    this.#styles = prepareStyles(document, component)
    this.#keeper = keepBound(this.#styles.shadow)
    // Looking into every element costs: only components that bring code can have shadow trees.
    this.#hasShadows = hasCode(component)
  }

  /** @throws Error when code of the component cannot be loaded. */
  static async open(component: StageComponent, natives: Natives, lastReference = 0): Promise<Stage> {
    const container = document.createElement('div')
    document.body.append(container)
    const stage = new Stage(component, natives, container, lastReference)
    stage.#makers = await loadPieces(component)
    await document.fonts.ready
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

  setContext(context: StageContext): void {
    this.#context = context
    this.#styles.applyContext(context)
  }

  /** Mounts cases, still hidden, so that whatever is forced before they are shown starts no transition. */
  mount(cases: readonly StageCase[], beat?: Beat): Mounted {
    this.container.style.display = 'none'
    const forced: Forced = new Map()
    // A box of their own: what is put into one that the driver does not know is not reported to it.
    const box = document.createElement('div')
    this.container.append(box)
    for (const one of cases) {
      const index = this.cases.length
      beat?.(index)
      this.cases.push(this.mountOne(one, index, box, forced))
    }
    const failures = Object.fromEntries(
      this.cases.flatMap(({ failure, index }) => (failure === undefined ? [] : [[index, failure]])),
    )
    return { failures, forced: [...forced].map(([element, pseudo]) => [this.refer(element), [...pseudo]]) }
  }

  /** Mounts one case in sight, as a page would have it: what it starts at once is under way. */
  mountLive(one: StageCase): Mounted {
    this.container.style.display = ''
    const forced: Forced = new Map()
    const mounted = this.mountOne(one, 0, this.container, forced)
    this.cases.push(mounted)
    return {
      failures: mounted.failure === undefined ? {} : { 0: mounted.failure },
      forced: [...forced].map(([element, pseudo]) => [this.refer(element), [...pseudo]]),
    }
  }

  /** Mounts one case into any parent; `forced` collects what must be forced to reach it. */
  mountOne(
    one: StageCase,
    index: number,
    parent: Element,
    forced: Forced,
    context: Readonly<Record<string, string>> = this.#context.values,
  ): MountedCase {
    const tools = {
      component: this.component,
      makers: this.#makers,
      styles: this.#styles,
      context,
      onCalled: (event: string, given: unknown) => this.onEvent?.(event, given),
    }
    const mounted = mountCase(tools, parent, one, index)
    this.#flows ??= flowsAsBlock(mounted.frame)
    mounted.frame.toggleAttribute('data-flow', this.#flows)
    try {
      if (mounted.failure === undefined) collectForced(this.component, mounted, one.forced, forced)
    } catch (error) {
      mounted.failure = failureText(error)
    }
    return mounted
  }

  /** Takes a case away again. */
  unmount(one: MountedCase): void {
    try {
      one.cleanup?.()
    } catch {
      // A cleanup that throws spoils nothing: its case is gone.
    }
    one.host.remove()
  }

  /** Gives parts a reference number, so that the driver can find their nodes. */
  referTo(parts: readonly string[]): void {
    for (const one of this.cases) {
      if (one.failure !== undefined) continue
      for (const part of parts) for (const element of findParts(this.component, one, part)) this.refer(element)
    }
  }

  private refer(element: Element): number {
    let reference = this.#references.get(element)
    if (reference === undefined) {
      reference = this.lastReference + this.#references.size + 1
      this.#references.set(element, reference)
      element.setAttribute(REFERENCE, String(reference))
    }
    return reference
  }

  async show(): Promise<{ isSettled: boolean }> {
    this.container.style.display = ''
    return settle(() => this.roots(), this.natives)
  }

  private *roots(): Generator<Document | ShadowRoot> {
    yield document
    if (!this.component.isolated) for (const { scope } of this.cases) yield scope as ShadowRoot
    if (!this.#hasShadows) return
    for (const { frame } of this.cases) yield* shadowsIn(frame)
  }

  /** One match of a part, from 1. */
  elementOf(index: number, part: string, match: number): Element | undefined {
    return findParts(this.component, this.cases[index]!, part)[match - 1]
  }

  read(
    profiles: readonly (readonly StageRequest[])[],
    profileOf: readonly number[],
    pseudoBoxes: PseudoBoxes,
  ): StageReadings {
    return readCases(this.component, this.cases, {
      profiles,
      profileOf,
      pseudoBoxes,
      refOf: (element) => this.#references.get(element),
    })
  }

  probe(probes: readonly StageProbe[]): ProbeAnswer[] {
    return answerProbes(this.component, this.cases, probes)
  }

  /** What the component's own styles declare for its parts in the mounted cases. */
  declared(own: readonly string[]): Declared[] {
    return declaredFor(this.component, this.cases, own)
  }

  /** By what styles could tell each mounted case from others: classes, attributes and form states of its parts. */
  features(): string[][] {
    return this.cases.map((one) => featuresOf(this.component, one))
  }

  /** Adds what stands in the mounted cases to what was counted before. */
  count(known: Census): Census {
    const census = takeCensus(this.cases, known)
    const [first, second] = this.cases.filter(({ failure }) => failure === undefined)
    return first && second ? compareTwins(census, first, second) : census
  }

  clear(): void {
    for (const one of this.cases) this.unmount(one)
    this.cases.length = 0
    this.#references.clear()
    this.container.replaceChildren()
    scrollTo(0, 0)
  }
}

/**
 * Holds shared sheets in a shadow root that stays. When the last root that adopts a sheet goes, the browser's inspector
 * forgets the sheet's text, and with it the lines of its declarations (seen in Chromium 156).
 */
function keepBound(sheets: CSSStyleSheet[]): HTMLElement {
  const keeper = document.createElement('div')
  keeper.attachShadow({ mode: 'open' }).adoptedStyleSheets = sheets
  document.head.append(keeper)
  return keeper
}

/** Whether the component's first element stands as a block by itself, so that it can take its place without a box around it. */
function flowsAsBlock(frame: HTMLElement): boolean {
  const [first] = frame.children
  const isAlone =
    frame.children.length === 1 && [...frame.childNodes].every((node) => node === first || !node.nodeValue?.trim())
  return first !== undefined && isAlone && !/^(inline|contents|none)/.test(getComputedStyle(first).display)
}
