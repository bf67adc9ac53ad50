import { EVERYTHING, type Touch } from '@/core/breaks'
import {
  ContextJudge,
  type CheckResult,
  type Elsewhere,
  type Measured,
  type PlannedCase,
  type Readings,
  type Request,
} from '@/core/plan'
import { hasCode, stageCaseOf, type Imprinted } from '@/stage'
import { ReadingStore, type Chunk, type RunSetup } from '../cases'
import { answerProbes, readCases, referredParts } from '../reading'
import { stageContext } from '../stageContext'
import type { StagePage } from '../StagePage'
import type { SurveyCollector } from '../SurveyCollector'
import { madeStyles, type MadeStyle } from './madeStyles'
import type { CasesOf } from './Trial'

/** What a chunk needs to stand and to be read, so that it can be laid again. */
export interface GroundSetup {
  setup: RunSetup
  /** Takes what is read where nothing is broken. */
  collector: SurveyCollector
  /** Addresses of the sheets that are broken. */
  own: readonly string[]
  /** Rules of which some break made an expectation miss, by their places in the sheet. */
  failed: Set<number>
}

/** What is read of cases that stand. */
export interface Asked {
  /** What is surveyed too, besides what claims ask for. */
  isWhole?: boolean
  /** What is read of some cases, by their places; of all others nothing. @defaultValue everything of all */
  only?: ReadonlyMap<number, Touch>
  /** What takes long to read is taken to be as it was. */
  isQuick?: boolean
}

const NOT_READ: Measured = { unread: 'it was not read' }

/** What takes long to read, and follows from what is read besides: to see whether a break changes anything, it is left out. */
const DEAR = new Set(['paint', 'pointer'])

/** Cases that stand in a page as they are, with what was read of them and what it came to. */
export class Ground {
  /** By case: what each claim came to. */
  checks: (CheckResult | 'later')[][] = []
  /** By case, of `requestsOf`. */
  readings: Readings[] = []
  failures: Readonly<Record<number, string>> = {}
  /** Breaks of what the component's code has made of styles. */
  made: readonly MadeStyle[] = []
  /** What is read of every case besides what its claims ask for. */
  survey: readonly Request[] = []

  /** What is broken now is more than styles, of which the component's code may hear. */
  #isHeard = false
  /** Readings of cases that others are compared with, unbroken. Those of other chunks are not known. */
  readonly #store: ReadingStore
  /** Knows what the browser has computed for cases that are not broken. */
  readonly #knowing: ContextJudge

  private constructor(
    readonly given: GroundSetup,
    readonly page: StagePage,
    readonly cases: readonly PlannedCase[],
  ) {
    const { plan, tokens, tolerance } = given.setup
    this.#store = new ReadingStore(plan)
    this.#knowing = new ContextJudge(plan, tokens, tolerance)
  }

  /** Mounts a chunk's cases and reads them. The page has its component open. */
  static async lay(given: GroundSetup, page: StagePage, chunk: Chunk): Promise<Ground> {
    const ground = new Ground(given, page, chunk.cases)
    await page.setContext(stageContext(given.setup.tokens, chunk.values))
    await ground.mount()
    await ground.read()
    return ground
  }

  /** Mounts the cases once more, as they were. */
  async again(): Promise<void> {
    this.#isHeard = false
    await this.page.clear()
    await this.mount()
  }

  private async mount() {
    const { setup, own } = this.given
    const { component, plan } = setup
    const { aim } = this.given.collector
    const requests = [...plan.profiles.flatMap((profile) => profile.requests), ...aim.base]
    const referred = referredParts(component.parts, requests)
    const { failures } = await this.page.mount(this.cases.map(stageCaseOf), this.cases.length, referred)
    this.failures = failures
    const sheets = this.page.component.sheets.flatMap((sheet, place) =>
      own.includes(sheet.url)
        ? [{ place, url: sheet.url, text: this.page.isIsolated ? sheet.text : sheet.scoped }]
        : [],
    )
    await this.page.ask('breakable', sheets)
  }

  private async read() {
    const { collector, setup } = this.given
    this.made = await madeStyles(this.page, setup.tokens)
    collector.note(
      this.made.flatMap(({ broken, reach }) => reach.parts.map((part) => [part, broken.properties] as const)),
    )
    const more = await collector.more(this.page, this.cases)
    this.survey = [...collector.aim.base, ...more]
    this.readings = await this.readAll({ isWhole: true })
    await answerProbes(this.page, this.#knowing, this.cases, this.readings)
    for (const [at, planned] of this.cases.entries()) {
      if (this.failures[at] !== undefined) continue
      this.#store.remember(planned, this.readings[at]!)
      collector.take(planned, this.requestsOf(planned, true), this.readings[at]!)
    }
    this.checks = this.cases.map((planned, at) =>
      this.judgeCase(this.#knowing, planned, this.readings[at]!, this.known),
    )
  }

  /** Readings of unbroken cases. */
  readonly known: Elsewhere = (key, request) => this.#store.elsewhere(key, request)

  /** What is read of a case, in the order of its readings. */
  requestsOf({ profile }: Pick<PlannedCase, 'profile'>, isWhole: boolean): readonly Request[] {
    const { requests } = this.given.setup.plan.profiles[profile]!
    return isWhole ? [...requests, ...this.survey] : requests
  }

  /** Reads cases as they stand now, in the order of `requestsOf`. What a break cannot change is taken to be as it was. */
  async readAll({ isWhole = false, only, isQuick = false }: Asked = {}): Promise<Readings[]> {
    const isAsked = ({ request }: { request: Request }) => !isQuick || !DEAR.has(request.reading.origin)
    const lists = new Map<string, { place: number; request: Request }[]>()
    const names = this.cases.map(({ profile }, at) => {
      const touch = only ? only.get(at) : EVERYTHING
      const isRead = touch !== undefined && this.failures[at] === undefined
      const name = isRead ? `${profile}|${touch.name}` : ''
      if (!lists.has(name)) lists.set(name, isRead ? this.listOf(profile, isWhole, touch).filter(isAsked) : [])
      return name
    })
    const used = [...lists.keys()]
    const read = await readCases(
      this.page,
      this.given.setup.component.parts,
      [...lists.values()].map((list) => list.map(({ request }) => request)),
      names.map((name) => used.indexOf(name)),
    )
    const before = this.readings
    const placed = new Map([...lists].map(([name, list]) => [name, new Map(list.map(({ place }, at) => [place, at]))]))
    return this.cases.map((_, at) => (request) => {
      const place = placed.get(names[at]!)!.get(request)
      return place === undefined ? (before[at]?.(request) ?? NOT_READ) : read[at]!(place)
    })
  }

  private listOf(profile: number, isWhole: boolean, touch: Touch) {
    const { length } = this.given.setup.plan.profiles[profile]!.requests
    const isAsked = (place: number, { origin }: Request['reading']) => place < length || !DEAR.has(origin)
    return this.requestsOf({ profile }, isWhole).flatMap((request, place) => {
      const { reading } = request
      const isHeard = touch.isHeard || reading.origin !== 'accessibility'
      const isRead = touch === EVERYTHING || (isAsked(place, reading) && isHeard && touch.touches(reading))
      return isRead ? [{ place, request }] : []
    })
  }

  judgeCase(judge: ContextJudge, planned: PlannedCase, readings: Readings, elsewhere: Elsewhere) {
    const at = this.cases.indexOf(planned)
    if (this.failures[at] !== undefined || !planned.judged) return []
    const { claims } = this.given.setup.plan.profiles[planned.profile]!
    return claims.map((_, index) => judge.judge(planned, index, readings, elsewhere))
  }

  /** A judge that knows what the browser has computed, but for what hangs on a case that may be broken. */
  judge(): ContextJudge {
    const { plan, tokens, tolerance } = this.given.setup
    const judge = new ContextJudge(plan, tokens, tolerance)
    for (const [key, computed] of this.#knowing.answers) if (key.startsWith('|')) judge.answer(key, computed)
    return judge
  }

  /**
   * Takes back what is broken, breaks cases otherwise, and lets them come to rest.
   * @param asked what is compared with what was noted. @defaultValue nothing
   * @returns the places of the cases in which any of that is otherwise now
   */
  async break(made: CasesOf, asked: readonly Imprinted[] = []): Promise<number[]> {
    const { page } = this
    const edits = [...made].flatMap(([{ broken }, places]) => places.map((at) => ({ at, edit: broken.edit })))
    const wasHeard = this.#isHeard
    this.#isHeard = this.#hasCode && edits.some(({ edit }) => edit.do !== 'styles' && edit.do !== 'rules')
    if (wasHeard || this.#isHeard || (await page.isWatching())) await page.ask('break', edits)
    else {
      const { ended, changed } = await page.ask('breakAtRest', edits, asked)
      // Its code may hear of transitions that end.
      if (!this.#hasCode || ended === 0) return changed
    }
    await page.settle()
    return asked.length === 0 ? [] : page.ask('changed', asked)
  }

  get #hasCode(): boolean {
    return hasCode(this.given.setup.component)
  }

  /** Notes what the browser computes where nothing is broken. */
  async note(asked: readonly Imprinted[]): Promise<void> {
    if (asked.length === 0) return
    await this.break(new Map())
    await this.page.ask('note', asked)
  }

  /** Whether all cases read as they did before anything was broken. */
  async isAsBefore(): Promise<boolean> {
    await this.break(new Map())
    const now = await this.readAll()
    return this.cases.every((planned, at) => {
      if (this.failures[at] !== undefined) return true
      const { requests } = this.given.setup.plan.profiles[planned.profile]!
      return requests.every((_, index) => textOf(now[at]!(index)) === textOf(this.readings[at]!(index)))
    })
  }
}

/** What was read as one text, to be compared. */
export const textOf = (measured: Measured): string => ('text' in measured ? measured.text : `\u0000${measured.unread}`)
