import type { TokenEffects, TrialRun, TypedEdit } from '@/contract'
import { coverSpace, spaceOf } from '@/core/matrix'
import type { CaseResult } from '@/core/plan'
import { textOf, type Library } from '@/core/sheet'
import { expectedChanges, readRules } from '@/core/spec'
import { bookWith, editedTexts } from './tokenChanges'
import { columnsOf } from './tokenUses'
import type { Workspace } from './Workspace'

/** What a change would do, as far as that is known without rendering anything. @throws BadInput */
export async function tokenEffects(
  workspace: Workspace,
  libraryId: string,
  edits: readonly TypedEdit[],
): Promise<TokenEffects> {
  const { library, tokens: before, sheets } = (await workspace.open(libraryId))!
  const { book: after } = bookWith(library, editedTexts(library, edits))
  const tokens = columnsOf(before).flatMap(({ name, values }) => {
    const was = new Map(before.list(values).map(({ path, css }) => [path, css]))
    const is = new Map(after.list(values).map(({ path, css }) => [path, css]))
    return [...new Set([...was.keys(), ...is.keys()])].flatMap((path) =>
      was.get(path) === is.get(path)
        ? []
        : [
            {
              path,
              column: name,
              ...(was.has(path) && { before: was.get(path)! }),
              ...(is.has(path) && { after: is.get(path)! }),
            },
          ],
    )
  })
  const expected = sheets.flatMap((sheet) => {
    const space = spaceOf(sheet, library)
    const { rules } = readRules(sheet, space.dimensions)
    const coverage = coverSpace(space, sheet.data.cover)
    const cases = coverage.kind === 'cases' ? coverage.cases : []
    const changes = expectedChanges(rules, cases, before, after)
    return changes.length > 0 ? [{ slug: sheet.slug, name: sheet.data.name, file: sheet.file, changes }] : []
  })
  const properties = [...new Set(tokens.map(({ path }) => before.propertyOf(path)))]
  return {
    tokens,
    expected,
    affected: affectedSlugs(
      library,
      properties,
      expected.map(({ slug }) => slug),
    ),
  }
}

/** Components whose styles, or whose expectations, name one of the tokens; and those that hold such a one in a slot. */
function affectedSlugs(
  { tree, sheets, data }: Library,
  properties: readonly string[],
  expected: readonly string[],
): string[] {
  const names = (path: string) => {
    const text = textOf(tree, path) ?? ''
    return properties.some((name) => text.includes(name))
  }
  const all = sheets.map(({ slug }) => slug)
  if (data.styles.some(names)) return all
  const direct = new Set([
    ...expected,
    ...sheets
      .filter(({ file }) => {
        const folder = file.slice(0, file.lastIndexOf('/') + 1)
        return tree.paths.some(
          (path) => path.startsWith(folder) && /\.(s?css|liquid|[jt]sx?)$/.test(path) && names(path),
        )
      })
      .map(({ slug }) => slug),
  ])
  // What stands in a slot brings its styles along.
  for (let grown = true; grown;) {
    grown = false
    for (const { slug, source } of sheets) {
      if (direct.has(slug) || ![...direct].some((each) => source.text.includes(each))) continue
      direct.add(slug)
      grown = true
    }
  }
  return all.filter((slug) => direct.has(slug))
}

/** Verifies the affected components as they would be, and tells the cases that miss then. @throws BadInput, NoBrowser */
export async function tryTokens(
  workspace: Workspace,
  libraryId: string,
  edits: readonly TypedEdit[],
  signal?: AbortSignal,
): Promise<TrialRun> {
  const { library } = (await workspace.open(libraryId))!
  const texts = editedTexts(library, edits)
  const { affected } = await tokenEffects(workspace, libraryId, edits)
  if (affected.length === 0) return { misses: [], cases: 0 }
  const then = await workspace.surveys.tryOut(libraryId, texts, affected, signal)
  const missing = missesIn(then)
  const slugs = [...new Set(missing.map(({ slug }) => slug))]
  const known = slugs.length > 0 ? missesIn(await workspace.surveys.tryOut(libraryId, {}, slugs, signal)) : []
  const missesNow = new Set(known.flatMap(({ slug, key, checks }) => checks.map((check) => nameOf(slug, key, check))))
  return {
    cases: [...then.values()].reduce((sum, results) => sum + results.length, 0),
    misses: missing.map((each) => ({
      ...each,
      isNew: each.checks.some((check) => !missesNow.has(nameOf(each.slug, each.key, check))),
    })),
  }
}

type Miss = Omit<TrialRun['misses'][number], 'isNew'>

const nameOf = (slug: string, key: string, { part, reading }: Miss['checks'][number]) =>
  `${slug}|${key}|${part}|${reading}`

/** The cases that miss, with what misses in them. */
function missesIn(run: ReadonlyMap<string, readonly CaseResult[]>): Miss[] {
  const all = [...run].flatMap(([slug, results]) =>
    results.map(({ key, checks }): Miss => {
      const own = checks.filter(({ verdict }) => verdict === 'misses')
      return {
        slug,
        key,
        checks: own.map(({ part, reading, expected, measured }) => ({ part, reading, expected, measured })),
      }
    }),
  )
  return all.filter(({ checks }) => checks.length > 0)
}
