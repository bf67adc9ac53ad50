import type { TokenRow, TokensModel } from '@/contract'
import { lintTokens, tokenOf } from '@/core/lint'
import { textOf } from '@/core/sheet'
import { readJson, referencedPath, tokenText, type RawToken } from '@/core/tokens'
import { listLibraryEdits, stepTargets } from '@/store'
import { columnsOf } from './tokenUses'
import type { Workspace } from './Workspace'

/** Everything that the Tokens view shows; undefined when there is no such library. */
export async function tokensModel(workspace: Workspace, libraryId: string): Promise<TokensModel | undefined> {
  const opened = await workspace.open(libraryId)
  if (!opened) return undefined
  const { library, tokens: book, record } = opened
  const columns = columnsOf(book)
  const raws = columns.map(({ values }) => book.raw(values))
  const css = columns.map(({ values }) => new Map(book.list(values).map((token) => [token.path, token])))
  const uses = await workspace.workshop.do('tokenUses', {}, { tree: library.tree, at: library.source.file })
  const sources = new Map<string, ReturnType<typeof readJson>>()
  // Contexts share most tokens: each is looked up once.
  const lines = new Map<RawToken['at'], number>()
  const lineOf = ({ file, at }: RawToken) => {
    let line = lines.get(at)
    if (line === undefined) {
      if (!sources.has(file)) sources.set(file, readJson(textOf(library.tree, file) ?? '', file))
      lines.set(at, (line = sources.get(file)!.at(at).line))
    }
    return line
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
  const { db } = workspace.link
  const history = await listLibraryEdits(db, libraryId, 'tokens')
  const targets = stepTargets(history)
  const noteOf = (id: number | undefined) => history.find((each) => each.id === id)?.note
  const [undo, redo] = [noteOf(targets.undo), noteOf(targets.redo)]
  return {
    fingerprint: record.fingerprint,
    columns,
    tokens,
    issues: lintTokens(library, book).map((lint) => {
      const { code, message, file, line } = lint
      return { code, message, file, line, path: tokenOf(lint) ?? '' }
    }),
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
