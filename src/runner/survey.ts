import type { Browser } from 'puppeteer-core'
import { makePlan, requestKey, type PlannedCase, type Readings, type Request } from '@/core/plan'
import { parseReading } from '@/core/readings'
import { parsePartReference, resolvePath, type Library, type Sheet } from '@/core/sheet'
import { readRules } from '@/core/spec'
import { isReset, longhandsOf, SHORTHANDS, standingProperty, type Survey, type SurveyCase } from '@/core/survey'
import { customPropertyName, type TokenBook } from '@/core/tokens'
import type { PreparedComponent, PreparedLibrary } from './prepare'
import { runComponent } from './runComponent'
import type { Surveyor } from './RunSetup'
import type { StagePage } from './StagePage'

/** What is read of every part, whether or not anything declares it. */
const ALWAYS = [
  'present',
  'visible',
  'role',
  'name',
  'text',
  'focusable',
  'box.width',
  'box.height',
  'contrast',
  ...['checked', 'disabled', 'expanded', 'selected', 'pressed', 'invalid', 'busy', 'readonly'].map(
    (each) => `state.${each}`,
  ),
]

export interface SurveyOptions {
  /** More readings that are to be taken, such as one that somebody has just typed. */
  extra?: readonly { part: string; reading: string }[]
  signal?: AbortSignal
  onProgress?(done: number, total: number): void
}

/**
 * Reads in every case of a component what its own styles declare for each part, what its rules speak of, and what
 * assistive technology is told; with the values of all tokens as the browser computes them.
 * @throws Error when nothing of the component can be rendered.
 */
export async function surveyComponent(
  browser: Browser,
  prepared: PreparedLibrary,
  component: PreparedComponent,
  options: SurveyOptions = {},
): Promise<Survey> {
  const { library, tokens } = prepared
  const { compiled, sheet } = component
  if (!compiled) throw new Error('it cannot be rendered by this version')
  const bare = makePlan(
    { ...sheet, data: { ...sheet.data, spec: [] } },
    library,
    component.plan.cases.filter(({ judged }) => judged),
  )
  const plan = { ...bare, profiles: [{ index: 0, requests: baseRequests(sheet, component, options), claims: [] }] }
  const own = ownSheets(
    sheet,
    compiled.component.sheets.map(({ url }) => url),
  )
  let taken = new Taking(library, tokens, own, plan.profiles[0]!.requests)
  // What the first chunk did not know of is read of it in a second go.
  for (let go = 0; go < 2; go++) {
    let failure: string | undefined
    let done = 0
    await runComponent(
      browser,
      {
        plan,
        ...compiled,
        tokens,
        tolerance: library.data.tolerance,
        viewport: library.data.viewport,
        contexts: Object.keys(library.data.contexts),
        surveyor: taken,
      },
      {
        onCase: (result) => {
          failure ??= result.failure
          options.onProgress?.(++done, plan.cases.length)
        },
        ...(options.signal && { signal: options.signal }),
      },
    )
    if (taken.rows.length === 0) throw new Error(failure ?? 'no case could be read')
    if (!taken.isUneven || options.signal?.aborted) break
    taken = taken.again()
  }
  return taken.survey(
    sheet,
    compiled.component.sheets.filter(({ url }) => own.includes(url)),
    plan.cases,
  )
}

/** Sheets of the component's own folder, or named by it. */
function ownSheets({ file, data }: Sheet, urls: readonly string[]): string[] {
  const folder = file.slice(0, file.lastIndexOf('/') + 1)
  const named = data.source.kind === 'page' ? [] : data.source.styles.map((path) => resolvePath(file, path))
  return urls.filter((url) => named.includes(url) || (folder !== '' && url.startsWith(folder)))
}

function baseRequests(sheet: Sheet, { plan }: PreparedComponent, { extra = [] }: SurveyOptions): Request[] {
  const requests = new Map<string, Request>()
  const add = (part: string, name: string) => {
    const parsed = parseReading(name)
    if ('problem' in parsed) return
    const request = { part: part.replace(/\[1\]$/, ''), target: parsePartReference(part), reading: parsed.reading }
    requests.set(requestKey(request), request)
  }
  for (const [name, { pseudo }] of Object.entries(sheet.parts)) {
    if (name === 'host') continue
    // A pseudo-element has no words, role or states of its own.
    for (const reading of pseudo ? ALWAYS.filter((each) => /^(present|box|visible)/.test(each)) : ALWAYS)
      add(name, reading)
  }
  for (const { claims } of readRules(sheet, plan.space.dimensions).rules)
    for (const { part, reading } of claims) add(part, reading.text)
  for (const { part, reading } of extra) add(part, reading)
  return [...requests.values()]
}

/** One row a case, by the names of its readings. */
interface Row {
  one: PlannedCase
  texts: Map<string, string | { unread: string }>
}

// As written these depend on the room that there is, not on a decision.
const ROOMY = /%|auto|content|stretch|\d(v[wh]|vmin|vmax|fr|cq[a-z]+)\b/
const BY_ROOM =
  /^((min|max)-)?(width|height|inline-size|block-size)$|^(top|right|bottom|left|inset.*|margin.*|flex-basis|grid-.*|transform|translate|perspective-origin|transform-origin)$/

/** Gathers a survey while a component is run. */
class Taking implements Surveyor {
  readonly rows: Row[] = []
  isUneven = false
  #requests: Map<string, Request>
  #contexts: { key: string; values: Record<string, string>; tokens: Survey['contexts'][number]['tokens'] }[] = []
  #initial: Record<string, string> = {}

  constructor(
    readonly library: Library,
    readonly tokens: TokenBook,
    readonly own: readonly string[],
    readonly base: readonly Request[],
    /** What styles declare, by part, then property: the values as written. */
    readonly declared = new Map<string, Map<string, Set<string>>>(),
  ) {
    this.#requests = new Map(base.map((request) => [requestKey(request), request]))
    this.addDeclared()
  }

  /** The same once more, knowing from the start what was declared anywhere. */
  again(): Taking {
    return new Taking(this.library, this.tokens, this.own, this.base, this.declared)
  }

  async more(page: StagePage, cases: readonly PlannedCase[]): Promise<readonly Request[]> {
    const before = this.#requests.size
    for (const [part, property, value] of await page.declared([...this.own])) {
      const properties = this.declared.get(part) ?? new Map<string, Set<string>>()
      this.declared.set(part, properties.set(property, (properties.get(property) ?? new Set()).add(value)))
    }
    this.addDeclared()
    if (this.rows.length > 0 && this.#requests.size > before) this.isUneven = true
    await this.computeTokens(page, cases[0]!)
    return [...this.#requests.values()].slice(this.base.length)
  }

  private addDeclared() {
    for (const [part, properties] of this.declared) {
      const whole = Object.entries(SHORTHANDS).filter(([, longhands]) =>
        longhands.every((each) => properties.has(each)),
      )
      for (const name of [...properties.keys(), ...whole.map(([name]) => name)]) {
        const parsed = parseReading(name)
        if ('problem' in parsed || isReset(name)) continue
        const request = { part, target: parsePartReference(part), reading: parsed.reading }
        if (!this.#requests.has(requestKey(request))) this.#requests.set(requestKey(request), request)
      }
    }
  }

  private contextOf({ values }: PlannedCase): { key: string; values: Record<string, string> } {
    const own = Object.fromEntries(Object.keys(this.library.data.contexts).map((name) => [name, values[name]!]))
    return { key: JSON.stringify(own), values: own }
  }

  /** Has the browser compute every token as a value of the property that stands for its type, and what properties are initially. */
  private async computeTokens(page: StagePage, one: PlannedCase) {
    const { key, values } = this.contextOf(one)
    const properties = [...new Set([...this.declared.values()].flatMap((each) => [...each.keys()]))].filter(
      (each) => !(each in this.#initial),
    )
    const isNew = !this.#contexts.some((each) => each.key === key)
    const tokens = isNew ? this.tokens.list(values).filter(({ type }) => standingProperty(type) !== undefined) : []
    const answers = await page.probe([
      ...properties.map((property) => ({ property, text: 'initial', needs: 'nothing' as const })),
      ...tokens.map(({ css, type }) => ({ property: standingProperty(type)!, text: css, needs: 'nothing' as const })),
    ])
    properties.forEach((property, at) => {
      const answer = answers[at]!
      if ('text' in answer) this.#initial[property] = answer.text
    })
    if (!isNew) return
    const computed = tokens.flatMap(({ path, type, css }, at) => {
      const answer = answers[properties.length + at]!
      return 'text' in answer ? [{ path, type: type!, css, computed: answer.text }] : []
    })
    this.#contexts.push({ key, values, tokens: computed })
  }

  take(one: PlannedCase, more: readonly Request[], readings: Readings): void {
    const texts: Row['texts'] = new Map()
    for (const [at, request] of [...this.base, ...more].entries()) {
      const measured = readings(at)
      texts.set(requestKey(request), 'text' in measured ? measured.text : measured)
    }
    this.rows.push({ one, texts })
  }

  survey(sheet: Sheet, sheets: readonly { text: string }[], order: readonly PlannedCase[]): Survey {
    const texts = new Map<string, number>()
    const reasons = new Map<string, number>()
    const intern = (map: Map<string, number>, text: string) => map.get(text) ?? (map.set(text, map.size), map.size - 1)
    const requests = [...this.#requests]
    const places = new Map(order.map(({ key }, at) => [key, at]))
    const cases = this.rows
      .sort((a, b) => places.get(a.one.key)! - places.get(b.one.key)!)
      .map(({ one, texts: row }): SurveyCase => ({
        key: one.key,
        values: one.values,
        context: this.#contexts.findIndex(({ key }) => key === this.contextOf(one).key),
        read: requests.map(([key]) => {
          const measured = row.get(key) ?? { unread: 'it was not read' }
          return typeof measured === 'string' ? intern(texts, measured) : -1 - intern(reasons, measured.unread)
        }),
      }))
    return {
      slug: sheet.slug,
      readings: requests.map(([, { part, reading }]) => this.about(part, reading.text)),
      texts: [...texts.keys()],
      reasons: [...reasons.keys()],
      cases,
      contexts: this.#contexts.map(({ values, tokens }) => ({ values, tokens })),
      usage: usageOf(
        sheets,
        this.tokens,
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

/** Which tokens the styles name, and for which properties. */
function usageOf(
  sheets: readonly { text: string }[],
  tokens: TokenBook,
  contexts: readonly Record<string, string>[],
): Survey['usage'] {
  const paths = new Map(
    contexts.flatMap((context) => tokens.list(context).map(({ path }) => [customPropertyName(path), path])),
  )
  const used = new Map<string, Survey['usage'][number]>()
  for (const { text } of sheets) {
    for (const [, property, value] of text.matchAll(/([\w-]+)\s*:\s*([^;{}]*var\([^;{}]*)/g)) {
      for (const [, name] of value!.matchAll(/var\(\s*(--[\w-]+)/g)) {
        const path = paths.get(name!) ?? paths.get(name!.replace(/-font(-family|-size|-weight)?$|-line-height$/, ''))
        const named = property!.startsWith('--') ? '' : property!
        if (path) used.set(`${named}|${path}`, { property: named, token: path })
      }
    }
  }
  return [...used.values()]
}
