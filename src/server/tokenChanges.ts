import type { TypedEdit } from '@/contract'
import { lintTokens, tokenOf, type Lint } from '@/core/lint'
import { BadInput } from '@/core/problem'
import { faultsOf, isPackaged, overlay, readLibrary, textOf, type Library } from '@/core/sheet'
import { editTokenText, readJson, readTokens, readTokenText, type TokenBook, type TokenEdit } from '@/core/tokens'
import type { Opened } from './Libraries'
import { saveFiles, stepFiles } from './libraryFiles'
import { restructured, type TokenChange } from './tokenStructure'
import type { Workspace } from './Workspace'

/** The texts that a library's token files would have. @throws BadInput where something cannot be changed so */
export function editedTexts({ tree }: Library, edits: readonly TypedEdit[]): Record<string, string> {
  const texts: Record<string, string> = {}
  for (const { path, file, at, was, type, text } of edits) {
    const read = readTokenText(text, type, was)
    const fail = (message: string): never => {
      const before = textOf(tree, file)
      const { line, column } = before === undefined ? { line: 1, column: 1 } : readJson(before, file).at(at)
      throw new BadInput([{ file, line, column, message }])
    }
    if ('problem' in read) return fail(`${path} wants ${read.problem}, found "${text}"`)
    if (isPackaged(file)) return fail(`${path} belongs to a package: change it there`)
    const now = texts[file] ?? textOf(tree, file)
    if (now === undefined) return fail('there is no such file any more')
    const edited = editTokenText(now, { file, at, was, value: read.value } satisfies TokenEdit)
    if ('now' in edited && edited.now === undefined)
      return fail(`${path} is written in a form that is not edited from here: change it in the file`)
    if ('now' in edited) return fail(`${path} was changed meanwhile: it is ${JSON.stringify(edited.now)} now`)
    texts[file] = edited.text
  }
  return texts
}

/** A library's tokens as they would be with other texts. @throws BadInput */
export function bookWith(
  library: Library,
  texts: Readonly<Record<string, string>>,
): { book: TokenBook; library: Library } {
  const changed = readLibrary(overlay(library.tree, texts))
  const read = changed.library && readTokens(changed.library)
  // A component that cannot be read keeps nobody from changing tokens.
  const { shared } = faultsOf([...changed.problems, ...(read?.problems ?? [])])
  if (!read || shared.length > 0) throw new BadInput([...shared])
  return { book: read.book, library: changed.library! }
}

/** Changes tokens in place. What the files hold by now is looked at first. @throws BadInput */
export async function editTokens(workspace: Workspace, libraryId: string, edits: readonly TypedEdit[]): Promise<void> {
  const note = edits.map(({ path, text }) => `${path} → ${text}`).join(', ')
  await changeTokens(workspace, libraryId, ({ library }) => ({ texts: editedTexts(library, edits), note }))
}

/** Adds, deletes or renames tokens and groups, with all that names them. @throws BadInput */
export const restructureTokens = (workspace: Workspace, libraryId: string, change: TokenChange): Promise<void> =>
  changeTokens(workspace, libraryId, ({ library, tokens }) => restructured(library, tokens, change))

async function changeTokens(
  workspace: Workspace,
  libraryId: string,
  change: (opened: Pick<Opened, 'library' | 'tokens'>) => { texts: Record<string, string>; note: string },
): Promise<void> {
  await workspace.links.sync(libraryId)
  const { library, tokens: before } = (await workspace.open(libraryId))!
  const { texts, note } = change({ library, tokens: before })
  const { book } = bookWith(library, texts)
  const nameOf = (lint: Lint) => `${lint.code} ${tokenOf(lint)}`
  const known = new Set(lintTokens(library, before).map(nameOf))
  const fresh = lintTokens(library, book).filter((lint) => !known.has(nameOf(lint)) && lint.severity === 'error')
  if (fresh.length > 0) throw new BadInput(fresh.map(({ file, line, message }) => ({ file, line, column: 1, message })))
  await saveFiles(workspace, { libraryId, topic: 'tokens', files: texts, note })
}

/** Takes the last change of tokens back, or does it again. */
export async function stepTokens(workspace: Workspace, libraryId: string, kind: 'undo' | 'redo'): Promise<void> {
  await stepFiles(workspace, libraryId, 'tokens', kind)
}
