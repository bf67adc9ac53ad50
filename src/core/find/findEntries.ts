import { searchEntries } from '../guide'
import { spaceOf } from '../matrix'
import type { Library, Sheet } from '../sheet'
import { resolvePath, textOf } from '../sheet'
import { readScenarios } from '../scenario'
import { readRules, printExpectation } from '../spec'
import type { TokenBook } from '../tokens'

/** Something that the finder finds, and where it stands. */
export interface FoundEntry {
  kind: string
  text: string
  detail: string
  /** Its address in the application. */
  to: string
}

/** Everything that can be found of a library: each part, rule, step, token and word, with the address at which it opens. */
export const findEntries = (
  id: string,
  library: Library,
  sheets: readonly Sheet[],
  tokens: Pick<TokenBook, 'list'>,
): FoundEntry[] => [
  ...sheets.flatMap((sheet) => [...sheetEntries(`/${id}/${sheet.slug}`, library, sheet)]),
  ...tokens.list({}).map(({ path, css }) => ({
    kind: 'token',
    text: path,
    detail: css,
    to: `/${id}/tokens?token=${encodeURIComponent(path)}`,
  })),
]

/** The view and its query for what a guide's search finds too. */
const PLACES: Readonly<Record<string, string>> = {
  prop: 'define?tab=props',
  slot: 'define?tab=slots',
  event: 'define?tab=props',
  axis: 'define?tab=axes',
}

function* sheetEntries(at: string, library: Library, sheet: Sheet): Generator<FoundEntry> {
  const { data, parts } = sheet
  const detail = data.name
  const guide = data.guide === undefined ? undefined : resolvePath(sheet.file, data.guide)
  for (const { kind, text } of searchEntries(sheet, guide === undefined ? undefined : textOf(library.tree, guide))) {
    // They are found by their names, and parts with their selectors.
    if (kind === 'component' || kind === 'part') continue
    yield { kind, text, detail, to: `${at}/${PLACES[kind] ?? 'guide'}` }
  }
  for (const [name, { select }] of Object.entries(parts).filter(([each]) => each !== 'host' || each in data.parts))
    yield { kind: 'part', text: `${name} ${select ?? ''}`.trimEnd(), detail, to: `${at}/define?part=${name}` }
  const space = spaceOf(sheet, library)
  for (const { index, claims } of readRules(sheet, space.dimensions).rules)
    for (const { part, reading, expectation } of claims)
      yield {
        kind: 'rule',
        text: `${part} · ${reading.text}: ${printExpectation(expectation)}`,
        detail,
        to: `${at}/spec?rule=${index}`,
      }
  for (const scenario of readScenarios(sheet, library, space)) {
    const to = `${at}/behaviour?scenario=${scenario.index}`
    yield { kind: 'scenario', text: scenario.name, detail, to }
    for (const { index, text } of scenario.steps)
      yield { kind: 'step', text, detail: `${scenario.name}, ${detail}`, to: `${to}&step=${index}` }
  }
}
