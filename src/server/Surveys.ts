import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { CaseResult } from '@/core/plan'
import { caseOfKey, spaceOf } from '@/core/matrix'
import { overlay } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import { prepareLibrary, surveyComponent, verifyLibrary, type PreparedLibrary } from '@/runner'
import type { SourceWork } from '@/source'
import type { Browsers } from './Browsers'
import type { Libraries } from './Libraries'

export interface ExtraReading {
  part: string
  reading: string
}

// A survey of a large component is a few megabytes.
const MAX_KEPT = 24

/** What is read of stored components without a run being recorded. */
export class Surveys {
  #kept = new LRUCache<string, Promise<Survey>>({ max: MAX_KEPT })

  constructor(
    private readonly libraries: Libraries,
    private readonly browsers: Browsers,
    private readonly work: SourceWork,
  ) {}

  /**
   * What is read of a component in every case. Rules do not change what is rendered: as long as nothing else changes, the same
   * survey serves. @throws BadInput, NoBrowser
   */
  async of(libraryId: string, slug: string, extra: readonly ExtraReading[]): Promise<Survey> {
    const { library } = (await this.libraries.open(libraryId))!
    const prepared = await prepareLibrary(library.tree, { components: [slug] }, this.work)
    const [component] = prepared.components
    const key = keyOf(prepared, extra)
    let survey = this.#kept.get(key)
    if (!survey) {
      survey = this.browsers.use((browser) => surveyComponent(browser, prepared, component!, { extra }))
      this.#kept.set(key, survey)
      survey.catch(() => this.#kept.delete(key))
    }
    return survey
  }

  /**
   * Tests one case, whether the sheet's cover chooses it or not; nothing is recorded.
   * @returns undefined where there is no such case. @throws BadInput, NoBrowser
   */
  async tryCase(
    libraryId: string,
    slug: string,
    key: string,
  ): Promise<Pick<CaseResult, 'checks' | 'failure'> | undefined> {
    const { library, sheets } = (await this.libraries.open(libraryId))!
    const space = spaceOf(
      sheets.find((each) => each.slug === slug)!,
      library,
    )
    const asked = caseOfKey(key, space)
    const where = Object.fromEntries(space.dimensions.map(({ name }) => [name, [asked.values[name] ?? '']]))
    const selection = { components: [slug], cover: 'all' as const, where }
    const prepared = await prepareLibrary(library.tree, selection, this.work)
    let found: CaseResult | undefined
    await this.browsers.use((browser) =>
      verifyLibrary(
        browser,
        { ...prepared, withScenarios: false },
        { onCase: (_, result) => (found = result.key === asked.key ? result : found) },
      ),
    )
    return found
  }

  /** Verifies some components as they would be with other texts; nothing is recorded. @throws BadInput, NoBrowser */
  async tryOut(
    libraryId: string,
    texts: Readonly<Record<string, string | null>>,
    slugs: readonly string[],
    signal?: AbortSignal,
  ): Promise<Map<string, CaseResult[]>> {
    const { library } = (await this.libraries.open(libraryId))!
    const prepared = await prepareLibrary(overlay(library.tree, texts), { components: slugs }, this.work)
    const results = new Map<string, CaseResult[]>(slugs.map((slug) => [slug, []]))
    await this.browsers.use((browser) =>
      verifyLibrary(browser, prepared, {
        onCase: (slug, result) => results.get(slug)?.push(result),
        ...(signal && { signal }),
      }),
    )
    return results
  }
}

/** Names all that a survey depends on: what is rendered, in which cases and contexts, and what is read. */
function keyOf({ library, tokens, components: [component] }: PreparedLibrary, extra: readonly ExtraReading[]): string {
  const { compiled, plan, sheet } = component!
  const contexts = new Set(
    plan.cases.map(({ values }) =>
      JSON.stringify(Object.keys(library.data.contexts).map((name) => [name, values[name]])),
    ),
  )
  const text = JSON.stringify([
    library.data,
    compiled?.component,
    sheet.file,
    plan.cases.filter(({ judged }) => judged).map(({ key, settings }) => [key, settings]),
    [...contexts].map((context) =>
      tokens.list(Object.fromEntries(JSON.parse(context) as [string, string][])).map(({ path, css }) => [path, css]),
    ),
    [
      ...new Set(plan.rules.flatMap(({ claims }) => claims.map(({ part, reading }) => `${part}|${reading.text}`))),
    ].sort(),
    extra.map(({ part, reading }) => `${part}|${reading}`).sort(),
  ])
  return createHash('sha256').update(text).digest('hex')
}
