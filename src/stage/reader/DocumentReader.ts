import { endFinite } from '../animations'
import { Breaker, type BreakableSheet, type Imprinted, type Sought, type StageBreak } from '../breaking'
import { CASE_AT, CASE_TAG, CONTAINER, FRAME_TAG } from '../documentStyles'
import { findParts, shadowsIn, type StandingCase } from '../findPart'
import { flowsAsBlock } from '../flowsAsBlock'
import { collectForced, needsLayout, ownTargets, type Forced } from '../forceStates'
import { attempt } from '../mount'
import { decodeImages, gatherCases, outlinesOf, spreadCases, turnSheet, type CasePlace } from '../picture'
import { WRAPPED } from '../pieces'
import { hasCode, type PseudoBoxes, type StageComponent, type StageProbe, type StageRequest } from '../protocol'
import { answerProbes, declaredFor, DeclaredRules, featuresOf, readCases } from '../read'
import { READER_REFERENCES } from '../reference'
import { References } from '../References'
import { endAnimations } from '../settle'
import { TAKEN_OUT } from '../takenOut'
import { traceOf } from '../traceOf'
import type { Arranged, DeclaringSheet, DocumentReading, ReadableCase, Sample } from './ReaderStage'

/** Reads the cases that stand in one document. */
export class DocumentReader implements DocumentReading {
  readonly #cases: StandingCase[] = []
  readonly #references: References
  readonly #hasCode: boolean
  #isSpread = false
  #breaker?: Breaker

  constructor(
    readonly component: StageComponent,
    lastReference: number,
    readonly rules = new DeclaredRules(),
  ) {
    this.#references = new References(lastReference + READER_REFERENCES)
    this.#hasCode = hasCode(component)
  }

  arrange(cases: readonly ReadableCase[], failures: Arranged['failures'], parts: readonly string[]): Arranged {
    const hosts = hostsByNumber()
    const added = cases.map((each, at) => standingCase(each, this.#cases.length + at, hosts, this.component))
    this.#cases.push(...added)
    for (const standing of added) {
      const failure = failures[standing.index] ?? standing.failure
      if (failure !== undefined) standing.failure = failure
    }
    const isLaidOut = added.some(({ stageCase }) => needsLayout(stageCase))
    const container = document.querySelector<HTMLElement>(`[${CONTAINER}]`)
    const display = container?.style.display ?? ''
    if (isLaidOut) this.show(added)
    const forced: Forced = new Map()
    for (const standing of added)
      attempt(standing, () => {
        collectForced(this.component, standing, forced, ownTargets(this.component, standing))
      })
    if (isLaidOut && container) container.style.display = display
    this.refer(parts)
    const told = (of: 'failure' | 'note') =>
      Object.fromEntries(
        this.#cases.flatMap((standing) => (standing[of] === undefined ? [] : [[standing.index, standing[of]]])),
      )
    return {
      failures: told('failure'),
      notes: told('note'),
      forced: [...forced].map(([element, pseudo]) => [this.#references.give(element), [...pseudo]]),
    }
  }

  refer(parts: readonly string[]) {
    for (const standing of this.#cases) {
      if (standing.failure !== undefined) continue
      for (const part of parts)
        for (const element of findParts(this.component, standing, part)) this.#references.give(element)
    }
  }

  /** The first case: where input is given, there is but one. */
  get first(): StandingCase {
    const [standing] = this.#cases
    if (!standing) throw new Error('no case is mounted')
    return standing
  }

  show(cases: readonly StandingCase[] = this.#cases): void {
    const container = document.querySelector<HTMLElement>(`[${CONTAINER}]`)
    if (container) container.style.display = ''
    const flows = cases.map(({ frame }) => flowsAsBlock(frame))
    cases.forEach(({ frame }, at) => frame.toggleAttribute('data-flow', flows[at]))
  }

  endAnimations(): number {
    return endAnimations(this.roots())
  }

  endFinite(): number {
    return endFinite(this.roots())
  }

  private *roots(): Generator<Document | ShadowRoot> {
    yield document
    for (const { scope } of this.#cases) if (scope instanceof ShadowRoot) yield scope
    if (this.#hasCode) for (const { frame } of this.#cases) yield* shadowsIn(frame)
  }

  read(profiles: readonly (readonly StageRequest[])[], profileOf: readonly number[], pseudoBoxes: PseudoBoxes) {
    const { scrollX, scrollY } = window
    const read = readCases(this.component, this.#cases, {
      profiles,
      profileOf,
      pseudoBoxes,
      refOf: (element) => this.#references.of(element),
    })
    // What looks for what is in sight scrolls the page. Boxes of pseudo-elements are told from its corner, before the next reading.
    if (scrollX !== window.scrollX || scrollY !== window.scrollY) scrollTo(scrollX, scrollY)
    return read
  }

  probe(probes: readonly StageProbe[]) {
    return answerProbes(this.component, this.#cases, probes)
  }

  declared(sheets: readonly DeclaringSheet[]) {
    return declaredFor(this.component, this.#cases, sheets, this.rules)
  }

  features() {
    return this.#cases.map((standing) => featuresOf(this.component, standing))
  }

  traceOf(index: number) {
    return traceOf(this.#cases[index]!.frame)
  }

  sample(index: number, part: string, properties: readonly string[]): Sample | undefined {
    const element = this.elementOf(index, part, 1)
    if (!element) return undefined
    const own = getComputedStyle(element)
    const { width, height } = element.getBoundingClientRect()
    return {
      style: Object.fromEntries(properties.map((name) => [name, own.getPropertyValue(name)])),
      box: { width, height },
    }
  }

  elementOf(index: number, part: string, match: number) {
    return findParts(this.component, this.#cases[index]!, part)[match - 1]
  }

  outlines() {
    return outlinesOf(this.#cases, this.component.isolated)
  }

  spread(places: readonly CasePlace[]) {
    this.#isSpread = true
    spreadCases(this.#cases, places)
  }

  turnTo(top: number) {
    turnSheet(top)
  }

  decodeImages() {
    return decodeImages(this.#cases)
  }

  async loadFonts() {
    // Laid out, it asks for those that it now needs.
    document.body.getBoundingClientRect()
    if (document.fonts.status === 'loading') await document.fonts.ready
  }

  breakable(sheets: readonly BreakableSheet[]) {
    this.#breaker = new Breaker(this.component, this.#cases, sheets)
  }

  private get breaker(): Breaker {
    if (!this.#breaker) throw new Error('no case is to be broken')
    return this.#breaker
  }

  reach(sought: readonly Sought[]) {
    return this.breaker.reach(sought)
  }

  made() {
    return this.breaker.made()
  }

  rendered() {
    return this.breaker.rendered()
  }

  note(asked: readonly Imprinted[]) {
    this.breaker.note(asked)
  }

  changed(asked: readonly Imprinted[]) {
    return this.breaker.changed(asked)
  }

  break(made: readonly StageBreak[]) {
    this.breaker.break(made)
  }

  clear() {
    if (this.#isSpread) gatherCases()
    this.#isSpread = false
    this.#cases.length = 0
    this.#references.clear()
    scrollTo(0, 0)
  }
}

/** The hosts of cases in this document: those of one number are not told apart. */
function hostsByNumber(): Map<number, HTMLElement[]> {
  const hosts = new Map<number, HTMLElement[]>()
  for (const host of document.querySelectorAll<HTMLElement>(`${CASE_TAG}[${CASE_AT}]`)) {
    const number = Number(host.getAttribute(CASE_AT))
    hosts.set(number, [...(hosts.get(number) ?? []), host])
  }
  return hosts
}

/** A case as its nodes tell of it. Code of the component may have taken it away, or put another beside it. */
function standingCase(
  stageCase: ReadableCase,
  index: number,
  hosts: ReadonlyMap<number, HTMLElement[]>,
  { isolated, wrap }: StageComponent,
): StandingCase {
  const [found, ...others] = hosts.get(index) ?? []
  const host = found ?? document.createElement(CASE_TAG)
  const scope = isolated ? host : (host.shadowRoot ?? host)
  const page = [...scope.children].find(({ localName }) => localName === FRAME_TAG) as HTMLElement | undefined
  const failure = !page
    ? TAKEN_OUT
    : others.length > 0
      ? 'its own code put another case in the place of this one'
      : undefined
  let inner: HTMLElement | null = null
  return {
    key: stageCase.key,
    index,
    stageCase,
    host,
    scope,
    page: page ?? host,
    get frame() {
      return (inner ??= wrap && page ? page.querySelector<HTMLElement>(`[${WRAPPED}]`) : null) ?? page ?? host
    },
    ...(failure !== undefined && { failure }),
  }
}
