import { userInfo } from 'node:os'
import { generate, parse, walk } from 'css-tree'
import { overlay, readLibrary, textOf, type Library } from '@/core/sheet'
import { BadInput, describeProblem } from '@/core/problem'
import { coverSpace, spaceOf } from '@/core/matrix'
import { expectedChanges, partsOf, readRules } from '@/core/spec'
import {
  customPropertyName,
  editTokenText,
  readJson,
  readTokens,
  readTokenText,
  referencedPath,
  tokenText,
  type RawToken,
  type TokenBook,
  type TokenEdit,
} from '@/core/tokens'
import { lintTokens } from '@/core/lint'
import { listLibraryEdits, saveLibraryFiles, stepLibrary, stepTargets } from '@/store'
import type { TokenEffects, TokenRow, TokensModel, TokenUse, TrialRun, TypedEdit } from '@/ui/tokens'
import { connection } from './connection'
import { tellLibrary } from './events'
import { syncFolder, writeBack } from './linked'
import { openStored, type Opened } from './opened'
import { tryOut } from './surveys'

// Contexts multiply: beyond this many columns nobody compares them side by side.
const MOST_COLUMNS = 12

function columnsOf({ modifiers }: TokenBook): TokensModel['columns'] {
  let columns: TokensModel['columns'] = [{ name: 'all', values: {} }]
  for (const { name, values } of modifiers)
    columns = columns.flatMap((column) =>
      values.map((value) => ({
        name: column.name === 'all' ? value : `${column.name} · ${value}`,
        values: { ...column.values, [name]: value },
      })),
    )
  return columns.slice(0, MOST_COLUMNS)
}

/** Everything that the Tokens view shows; undefined when there is no such library. */
export async function tokensModel(libraryId: string): Promise<TokensModel | undefined> {
  const opened = await openStored(libraryId)
  if (!opened) return undefined
  const { library, tokens: book, record } = opened
  const columns = columnsOf(book)
  const raws = columns.map(({ values }) => book.raw(values))
  const css = columns.map(({ values }) => new Map(book.list(values).map((token) => [token.path, token])))
  const uses = usesOf(opened)
  const sources = new Map<string, ReturnType<typeof readJson>>()
  const lineOf = ({ file, at }: RawToken) => {
    if (!sources.has(file)) sources.set(file, readJson(textOf(library.tree, file) ?? '', file))
    return sources.get(file)!.at(at).line
  }
  const paths = [...new Set(raws.flatMap((raw) => [...raw.keys()]))]
  const tokens = paths.map((path): TokenRow => {
    const known = raws.map((raw) => raw.get(path))
    const first = known.find(Boolean)!
    const type = css.map((each) => each.get(path)?.type).find(Boolean) ?? first.type ?? ''
    return {
      path,
      type,
      ...(first.description !== undefined && { description: first.description }),
      ...(first.deprecated !== undefined && first.deprecated !== false && { deprecated: String(first.deprecated) }),
      cells: known.map((raw, at) => (raw ? cellOf(raw, type, css[at]!.get(path)?.css, lineOf(raw)) : null)),
      uses: uses.get(path) ?? [],
    }
  })
  const { db } = await connection()
  const history = await listLibraryEdits(db, libraryId)
  const targets = stepTargets(history)
  const noteOf = (id: number | undefined) => history.find((each) => each.id === id)?.note
  const [undo, redo] = [noteOf(targets.undo), noteOf(targets.redo)]
  return {
    fingerprint: record.fingerprint,
    columns,
    tokens,
    issues: lintTokens(library, book).map(({ code, message, file, line }, at) => ({
      code,
      message,
      file,
      line,
      path: book.issues[at]?.token.path ?? '',
    })),
    ...(undo !== undefined && { undo }),
    ...(redo !== undefined && { redo }),
  }
}

function cellOf({ value, file, at }: RawToken, type: string, css: string | undefined, line: number) {
  const alias = typeof value === 'string' ? referencedPath(value) : undefined
  return {
    text: tokenText(value, type),
    value,
    ...(css !== undefined && { css }),
    ...(alias !== undefined && { alias }),
    file,
    line,
    at: at.map((step) => (typeof step === 'number' ? step : String(step))),
  }
}

/** Where tokens are used: by rules, by styles, by other tokens. */
function usesOf({ library, sheets, tokens: book }: Opened): Map<string, TokenUse[]> {
  const uses = new Map<string, TokenUse[]>()
  const add = (path: string, use: TokenUse) => {
    const known = uses.get(path)
    if (known) known.push(use)
    else uses.set(path, [use])
  }
  for (const sheet of sheets) {
    const { rules } = readRules(sheet, spaceOf(sheet, library).dimensions)
    for (const { claims, line } of rules)
      for (const { part, reading, expectation } of claims)
        for (const each of partsOf(expectation))
          if (each.kind === 'token')
            add(book.get(each.path, {})?.path ?? each.path, {
              kind: 'rule',
              slug: sheet.slug,
              part,
              reading: reading.text,
              line,
              file: sheet.file,
            })
  }
  const names = new Map(
    columnsOf(book).flatMap(({ values }) =>
      [...book.raw(values).keys()].map((path) => [customPropertyName(path), path]),
    ),
  )
  for (const file of library.tree.paths.filter((path) => /\.s?css$/.test(path))) {
    walk(parse(textOf(library.tree, file)!, { positions: true, onParseError: () => {}, parseCustomProperty: true }), {
      visit: 'Declaration',
      enter: (node) => {
        for (const [, name] of generate(node.value).matchAll(/var\(\s*(--[\w-]+)/g)) {
          const path =
            names.get(name!) ??
            names.get(name!.replace(/-font(-family|-size|-weight)?$|-line-height$|-letter-spacing$/, ''))
          if (path !== undefined)
            add(path, { kind: 'style', file, line: node.loc!.start.line, property: node.property })
        }
      },
    })
  }
  for (const { values } of columnsOf(book))
    for (const { path, value } of book.raw(values).values())
      for (const [, alias] of JSON.stringify(value).matchAll(/"\{([^{}"]+)\}"/g))
        if (!uses.get(alias!)?.some((use) => use.kind === 'alias' && use.path === path))
          add(alias!, { kind: 'alias', path })
  return uses
}

/** The texts that a library's token files would have. @throws BadInput where something cannot be changed so */
function editedTexts({ tree }: Library, edits: readonly TypedEdit[]): Record<string, string> {
  const texts: Record<string, string> = {}
  for (const { path, file, at, was, type, text } of edits) {
    const read = readTokenText(text, type, was)
    const fail = (message: string): never => {
      const before = textOf(tree, file)
      const { line, column } = before === undefined ? { line: 1, column: 1 } : readJson(before, file).at(at)
      throw new BadInput([{ file, line, column, message }])
    }
    if ('problem' in read) return fail(`${path} wants ${read.problem}, found "${text}"`)
    const now = texts[file] ?? textOf(tree, file)
    if (now === undefined) return fail('there is no such file any more')
    const edited = editTokenText(now, { file, at, was, value: read.value } satisfies TokenEdit)
    if ('now' in edited) return fail(`${path} was changed meanwhile: it is ${JSON.stringify(edited.now)} now`)
    texts[file] = edited.text
  }
  return texts
}

function bookWith(library: Library, texts: Readonly<Record<string, string>>): { book: TokenBook; library: Library } {
  const changed = readLibrary(overlay(library.tree, texts))
  const read = changed.library && readTokens(changed.library)
  const problems = [...changed.problems, ...(read?.problems ?? [])]
  if (!read || problems.length > 0) throw new BadInput(problems)
  return { book: read.book, library: changed.library! }
}

/** Changes tokens in place. What the files hold by now is looked at first. @throws BadInput */
export async function editTokens(libraryId: string, edits: readonly TypedEdit[]): Promise<void> {
  await syncFolder(libraryId)
  const { library, tokens: before } = (await openStored(libraryId))!
  const texts = editedTexts(library, edits)
  const { book } = bookWith(library, texts)
  const isKnown = new Set(before.issues.map(({ code, token }) => `${code} ${token.path}`))
  const fresh = lintTokens(library, book).filter(
    (_, at) => !isKnown.has(`${book.issues[at]!.code} ${book.issues[at]!.token.path}`),
  )
  if (fresh.length > 0) throw new BadInput(fresh.map(({ file, line, message }) => ({ file, line, column: 1, message })))
  const link = await connection()
  const note = edits.map(({ path, text }) => `${path} → ${text}`).join(', ')
  await saveLibraryFiles(link, { libraryId, texts, note, author: userInfo().username })
  await settled(libraryId, texts)
}

/** Takes the last change of tokens back, or does it again. */
export async function stepTokens(libraryId: string, kind: 'undo' | 'redo'): Promise<void> {
  const texts = await stepLibrary(await connection(), libraryId, kind, userInfo().username)
  if (texts) await settled(libraryId, texts)
}

async function settled(libraryId: string, texts: Readonly<Record<string, string>>) {
  await writeBack(libraryId, texts)
  const { record } = (await openStored(libraryId))!
  tellLibrary(libraryId, { fingerprint: record.fingerprint, components: [] })
}

/** What a change would do, as far as that is known without rendering anything. @throws BadInput */
export async function tokenEffects(libraryId: string, edits: readonly TypedEdit[]): Promise<TokenEffects> {
  const { library, tokens: before, sheets } = (await openStored(libraryId))!
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
  const properties = [...new Set(tokens.map(({ path }) => customPropertyName(path)))]
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
  libraryId: string,
  edits: readonly TypedEdit[],
  signal?: AbortSignal,
): Promise<TrialRun> {
  const { library } = (await openStored(libraryId))!
  const texts = editedTexts(library, edits)
  const { affected } = await tokenEffects(libraryId, edits)
  if (affected.length === 0) return { misses: [], cases: 0 }
  const then = await tryOut(libraryId, texts, affected, signal)
  const missing = [...then].flatMap(([slug, results]) =>
    results.flatMap(({ key, checks }) => {
      const own = checks.filter(({ verdict }) => verdict === 'misses')
      return own.length > 0
        ? [
            {
              slug,
              key,
              checks: own.map(({ part, reading, expected, measured }) => ({ part, reading, expected, measured })),
            },
          ]
        : []
    }),
  )
  const slugs = [...new Set(missing.map(({ slug }) => slug))]
  const now = slugs.length > 0 ? await tryOut(libraryId, {}, slugs, signal) : new Map()
  const missesNow = new Set(
    [...now].flatMap(([slug, results]) =>
      (results as { key: string; checks: { verdict: string; part: string; reading: string }[] }[]).flatMap(
        ({ key, checks }) =>
          checks.flatMap(({ verdict, part, reading }) =>
            verdict === 'misses' ? [`${slug}|${key}|${part}|${reading}`] : [],
          ),
      ),
    ),
  )
  return {
    cases: [...then.values()].reduce((sum, results) => sum + results.length, 0),
    misses: missing.map(({ slug, key, checks }) => ({
      slug,
      key,
      checks,
      isNew: checks.some(({ part, reading }) => !missesNow.has(`${slug}|${key}|${part}|${reading}`)),
    })),
  }
}

/** A problem as an answer to a request. */
export const problemText = (error: unknown): string =>
  error instanceof BadInput ? error.problems.map(describeProblem).join('\n') : (error as Error).message
