import { requestKey, type PlannedCase, type Readings, type Request } from '@/core/plan'
import { parseReading, parsePartReference } from '@/core/readings'
import { type Library, type Sheet } from '@/core/sheet'
import { isReset, longhandsOf, SHORTHANDS } from '@/core/css'
import { standingProperty, type Survey, type SurveyCase } from '@/core/survey'
import type { TokenBook } from '@/core/tokens'
import type { StagePage } from './StagePage'
import { Table } from './Table'
import { usageOf } from './surveyUsage'

/** One row a case, by the names of its readings. */
interface Row {
  planned: PlannedCase
  texts: Map<string, string | { unread: string }>
}

// As written these depend on the room that there is, not on a decision.
const ROOMY = /%|auto|content|stretch|\d(v[wh]|vmin|vmax|fr|cq[a-z]+)\b/
const BY_ROOM =
  /^((min|max)-)?(width|height|inline-size|block-size)$|^(top|right|bottom|left|inset.*|margin.*|flex-basis|grid-.*|transform|translate|perspective-origin|transform-origin)$/

/** What a survey is to take. */
export interface SurveyAim {
  library: Pick<Library, 'data'>
  tokens: TokenBook
  /** Addresses of the component's own style sheets. */
  own: readonly string[]
  /** What the plan reads by itself, in every case. */
  base: readonly Request[]
  /** What is read besides, in every case. */
  extra?: readonly Request[]
  /** Tokens as the browser computes them, and what styles could tell cases apart by, are gathered too. */
  isForDrafting?: boolean
  /** Declared properties that are passed over. */
  skip?(part: string, property: string): boolean
}

type Tokens = Survey['contexts'][number]['tokens']

/** What a survey has gathered of some cases. Plain data: it may come from elsewhere. */
export interface SurveyPart {
  declared: Declared
  contexts: { key: string; values: Record<string, string>; tokens: Tokens }[]
  initial: Record<string, string>
  /** By case, as `rows`. */
  features: [place: number, features: readonly string[]][]
  /** Names of requests, and what was read of them: rows name both by their places. */
  requests: string[]
  texts: (string | { unread: string })[]
  /** By the case's place among those that were read together. */
  rows: [place: number, read: [request: number, text: number][]][]
}

/** What styles declare, by part, then property: the values as written. */
export type Declared = [part: string, properties: [property: string, values: string[]][]][]

/** Gathers a survey while a component is run. */
export class SurveyCollector {
  /** By case: one that is tried again after its page was lost counts once. */
  readonly rows = new Map<string, Row>()
  #requests: Map<string, Request>
  #contexts: SurveyPart['contexts'] = []
  #initial: Record<string, string> = {}
  #features = new Map<string, readonly string[]>()

  constructor(
    readonly aim: SurveyAim,
    /** What styles declare, by part, then property: the values as written. */
    readonly declared = new Map<string, Map<string, Set<string>>>(),
  ) {
    this.#requests = new Map([...aim.base, ...(aim.extra ?? [])].map((request) => [requestKey(request), request]))
    this.addDeclared()
  }

  /** The same once more, knowing from the start what was declared anywhere. */
  again(): SurveyCollector {
    return new SurveyCollector({ ...this.aim, base: [...this.#requests.values()] }, this.declared)
  }

  /** What gathers the same of some of the cases. @param declared what others have found declared so far */
  fork(declared: Declared = []): SurveyCollector {
    const fork = new SurveyCollector(this.aim)
    fork.learn(declared)
    return fork
  }

  /** All that was gathered. @param cases that were read, by whose places they are named */
  part(cases: readonly PlannedCase[]): SurveyPart {
    const [requests, texts] = [new Table<string>(), new Table<string | { unread: string }>(JSON.stringify)]
    const placeOf = new Map(cases.map(({ key }, at) => [key, at]))
    return {
      declared: [...this.declared].map(([part, properties]) => [
        part,
        [...properties].map(([property, values]) => [property, [...values]]),
      ]),
      contexts: this.#contexts,
      initial: this.#initial,
      features: [...this.#features].map(([key, features]) => [placeOf.get(key)!, features]),
      rows: [...this.rows].map(([key, row]) => [
        placeOf.get(key)!,
        [...row.texts].map(([request, text]) => [requests.placeOf(request), texts.placeOf(text)]),
      ]),
      ...{ requests: requests.all, texts: texts.all },
    }
  }

  /** Adds what was gathered of some cases. */
  join(part: SurveyPart, cases: readonly PlannedCase[]): void {
    this.learn(part.declared)
    for (const context of part.contexts)
      if (!this.#contexts.some(({ key }) => key === context.key)) this.#contexts.push(context)
    this.#initial = { ...part.initial, ...this.#initial }
    for (const [place, features] of part.features) this.#features.set(cases[place]!.key, features)
    for (const [place, read] of part.rows) {
      const texts = read.map(([request, text]) => [part.requests[request]!, part.texts[text]!] as const)
      this.rows.set(cases[place]!.key, { planned: cases[place]!, texts: new Map(texts) })
    }
  }

  private learn(declared: Declared) {
    for (const [part, properties] of declared)
      for (const [property, values] of properties) for (const value of values) this.declare(part, property, value)
    this.addDeclared()
  }

  private declare(part: string, property: string, value: string) {
    const properties = this.declared.get(part) ?? new Map<string, Set<string>>()
    this.declared.set(part, properties.set(property, (properties.get(property) ?? new Set()).add(value)))
  }

  /** All that is read of every case. */
  get requests(): readonly Request[] {
    return [...this.#requests.values()]
  }

  get takesActed(): boolean {
    return this.aim.isForDrafting ?? false
  }

  /** Whether some case was read before all that is declared was known. */
  get isUneven(): boolean {
    return [...this.rows.values()].some(({ texts }) => texts.size < this.#requests.size)
  }

  /** Notes that something declares properties of parts, which no style sheet tells. */
  note(declared: Iterable<readonly [part: string, properties: readonly string[]]>): void {
    for (const [part, properties] of declared) {
      const known = this.declared.get(part) ?? new Map<string, Set<string>>()
      this.declared.set(part, known)
      for (const property of properties.flatMap(longhandsOf)) if (!known.has(property)) known.set(property, new Set())
    }
    this.addDeclared()
  }

  async more(page: StagePage, cases: readonly PlannedCase[]): Promise<readonly Request[]> {
    for (const [part, property, value] of await page.declared([...this.aim.own])) this.declare(part, property, value)
    this.addDeclared()
    await this.enterContext(page, cases[0]!)
    if (this.aim.isForDrafting) {
      const features = await page.features()
      cases.forEach(({ key }, at) => this.#features.set(key, features[at]!))
    }
    return [...this.#requests.values()].slice(this.aim.base.length)
  }

  /** What was read of a case, as far as it could be. */
  readOf(key: string): { part: string; reading: string; text: string }[] {
    const texts = this.rows.get(key)?.texts
    return [...this.#requests].flatMap(([name, { part, reading }]) => {
      const text = texts?.get(name)
      return typeof text === 'string' ? [{ part, reading: reading.text, text }] : []
    })
  }

  private addDeclared() {
    for (const [part, properties] of this.declared) {
      const whole = Object.entries(SHORTHANDS).filter(([, longhands]) =>
        longhands.every((each) => properties.has(each)),
      )
      for (const name of [...properties.keys(), ...whole.map(([name]) => name)]) {
        const parsed = parseReading(name)
        // The case's own box is the stage's: what shared styles say of every box says nothing of the component.
        if ('problem' in parsed || isReset(name) || part === 'host' || this.aim.skip?.(part, name)) continue
        const request = { part, target: parsePartReference(part), reading: parsed.reading }
        if (!this.#requests.has(requestKey(request))) this.#requests.set(requestKey(request), request)
      }
    }
  }

  private contextOf({ values }: PlannedCase): { key: string; values: Record<string, string> } {
    const own = Object.fromEntries(Object.keys(this.aim.library.data.contexts).map((name) => [name, values[name]!]))
    return { key: JSON.stringify(own), values: own }
  }

  private async enterContext(page: StagePage, planned: PlannedCase) {
    const { key, values } = this.contextOf(planned)
    const tokens = this.aim.isForDrafting ? await this.computeTokens(page, key, values) : []
    if (!this.#contexts.some((each) => each.key === key)) this.#contexts.push({ key, values, tokens })
  }

  /** Has the browser compute every token as a value of the property that stands for its type, and what properties are initially. */
  private async computeTokens(page: StagePage, key: string, values: Readonly<Record<string, string>>) {
    const properties = [...new Set([...this.declared.values()].flatMap((each) => [...each.keys()]))].filter(
      (each) => !(each in this.#initial),
    )
    const isNew = !this.#contexts.some((each) => each.key === key)
    const tokens = isNew ? this.aim.tokens.list(values).filter(({ type }) => standingProperty(type) !== undefined) : []
    const answers = await page.probe([
      ...properties.map((property) => ({ property, text: 'initial', needs: 'nothing' as const })),
      ...tokens.map(({ css, type }) => ({ property: standingProperty(type)!, text: css, needs: 'nothing' as const })),
    ])
    properties.forEach((property, at) => {
      const answer = answers[at]!
      if ('text' in answer) this.#initial[property] = answer.text
    })
    return tokens.flatMap(({ path, type, property, css }, at) => {
      const answer = answers[properties.length + at]!
      return 'text' in answer ? [{ path, type: type!, property, css, computed: answer.text }] : []
    })
  }

  take(planned: PlannedCase, requests: readonly Request[], readings: Readings): void {
    const texts: Row['texts'] = new Map()
    for (const [at, request] of requests.entries()) {
      const key = requestKey(request)
      if (!this.#requests.has(key)) continue // a rule's own business
      const measured = readings(at)
      texts.set(key, 'text' in measured ? measured.text : measured)
    }
    this.rows.set(planned.key, { planned, texts })
  }

  survey(sheet: Sheet, sheets: readonly { text: string }[], order: readonly PlannedCase[]): Survey {
    const texts = new Map<string, number>()
    const reasons = new Map<string, number>()
    const intern = (map: Map<string, number>, text: string) => map.get(text) ?? (map.set(text, map.size), map.size - 1)
    const requests = [...this.#requests]
    const features = new Map<string, number>()
    const places = new Map(order.map(({ key }, at) => [key, at]))
    const isPlaced = ({ planned }: Row) => this.#contexts.some(({ key }) => key === this.contextOf(planned).key)
    const cases = [...this.rows.values()]
      .filter(isPlaced)
      .sort((a, b) => places.get(a.planned.key)! - places.get(b.planned.key)!)
      .map(({ planned, texts: row }): SurveyCase => {
        const missing = absent(row, requests)
        return {
          key: planned.key,
          values: planned.values,
          context: this.#contexts.findIndex(({ key }) => key === this.contextOf(planned).key),
          read: requests.map(([key, { part }]) => {
            const measured = row.get(key) ?? missing.get(part) ?? { unread: 'it was not read' }
            return typeof measured === 'string' ? intern(texts, measured) : -1 - intern(reasons, measured.unread)
          }),
          features: (this.#features.get(planned.key) ?? []).map((each) => intern(features, each)),
        }
      })
    return {
      slug: sheet.slug,
      readings: requests.map(([, { part, reading }]) => this.about(part, reading.text)),
      features: [...features.keys()],
      texts: [...texts.keys()],
      reasons: [...reasons.keys()],
      cases,
      contexts: this.#contexts.map(({ values, tokens }) => ({ values, tokens })),
      usage: usageOf(
        sheets,
        this.aim.tokens,
        this.#contexts.map(({ values }) => values),
      ),
    }
  }

  private about(part: string, reading: string): Survey['readings'][number] {
    const longhands = longhandsOf(reading)
    const properties = this.declared.get(part)
    const declared = longhands.every((each) => properties?.has(each))
    const initial = longhands.length === 1 ? this.#initial[reading] : undefined
    const byLayout = longhands.some(
      (each) => BY_ROOM.test(each) && [...(properties?.get(each) ?? [])].some((value) => ROOMY.test(value)),
    )
    return {
      part,
      reading,
      declared,
      ...(declared && initial !== undefined && { initial }),
      ...(byLayout && { byLayout }),
    }
  }
}

/** Parts that are not there in a case, with how that is told: what nobody asked for there is not there either. */
function absent(row: Row['texts'], requests: readonly (readonly [string, Request])[]): Map<string, { unread: string }> {
  const found = new Map<string, { unread: string }>()
  for (const [key, { part }] of requests) {
    const measured = row.get(key)
    if (typeof measured === 'object' && / is not there$/.test(measured.unread)) found.set(part, measured)
  }
  return found
}
