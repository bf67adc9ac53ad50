import type { z } from 'zod'
import type { LibrarySettings, ROUTES } from '@/contract'
import { BadInput } from '@/core/problem'
import { isVendored, LIBRARY_FILE, overlay, readLibrary, SHEET_SUFFIX, textOf, type LibraryFile } from '@/core/sheet'
import { editYaml, isSame, type YamlEdit } from '@/core/yaml'
import { listLibraryEdits, setName, stepTargets } from '@/store'
import { saveFiles, stepFiles } from './libraryFiles'
import type { Workspace } from './Workspace'

/** What a library's own file says; undefined when there is no such library. */
export async function librarySettings(workspace: Workspace, libraryId: string): Promise<LibrarySettings | undefined> {
  const opened = await workspace.open(libraryId)
  if (!opened) return undefined
  const { data, tree } = opened.library
  const history = await listLibraryEdits(workspace.link.db, libraryId, 'library')
  const targets = stepTargets(history)
  const noteOf = (id: number | undefined) => history.find((each) => each.id === id)?.note
  const [undo, redo] = [noteOf(targets.undo), noteOf(targets.redo)]
  const uses = (name: string) => opened.sheets.filter((sheet) => name in sheet.data.contexts).length
  return {
    name: data.name,
    about: data.about ?? '',
    contexts: data.contexts,
    styles: data.styles,
    viewport: data.viewport,
    tolerance: data.tolerance,
    styleFiles: tree.paths.filter((path) => /\.(css|scss)$/.test(path) && !isVendored(path)),
    contextUses: Object.fromEntries(Object.keys(data.contexts).map((name) => [name, uses(name)])),
    ...(undo !== undefined && { undo }),
    ...(redo !== undefined && { redo }),
  }
}

type Settings = Extract<z.output<(typeof ROUTES.changeSettings)['given']>, { do: 'set' }>['to']

/** Changes what a library's own file says. @throws BadInput where the file would not be read any more */
export async function changeSettings(workspace: Workspace, libraryId: string, to: Settings): Promise<void> {
  await workspace.links.sync(libraryId)
  const { library } = (await workspace.open(libraryId))!
  const edits = editsFor(library.data, to)
  if (edits.length === 0) return
  const text = editYaml(textOf(library.tree, LIBRARY_FILE)!, edits)
  const files = { [LIBRARY_FILE]: text }
  const before = new Set(readLibrary(library.tree).problems.map(({ message }) => message))
  const problems = readLibrary(overlay(library.tree, files)).problems.filter(
    ({ file, message }) => !file.endsWith(SHEET_SUFFIX) && !before.has(message),
  )
  if (problems.length > 0) throw new BadInput(problems)
  const note = `Settings: ${[...new Set(edits.map(({ path }) => String(path[0])))].join(', ')}`
  await saveSettings(workspace, libraryId, text, note)
}

/** Saves another text of a library's own file, by whose name it is listed. */
export async function saveSettings(workspace: Workspace, libraryId: string, text: string, note: string): Promise<void> {
  const files = { [LIBRARY_FILE]: text }
  await saveFiles(workspace, { libraryId, topic: 'library', files, note }, () => listedAnew(workspace, libraryId))
}

/** Takes the last change of the settings back, or does it again. */
export const stepSettings = (workspace: Workspace, libraryId: string, kind: 'undo' | 'redo'): Promise<void> =>
  stepFiles(workspace, libraryId, 'library', kind, { settle: () => listedAnew(workspace, libraryId) })

/** A library is listed by the name in its own file. */
async function listedAnew(workspace: Workspace, libraryId: string): Promise<void> {
  const opened = await workspace.open(libraryId)
  if (opened) await setName(workspace.link, libraryId, opened.library.data.name)
}

/** The edits of the file that lead to other settings: what is as before stays as it is written. */
function editsFor(data: LibraryFile, to: Settings): YamlEdit[] {
  const edits = to.contexts ? contextEdits(data.contexts, to.contexts) : []
  for (const key of ['name', 'about', 'styles'] as const) {
    const value = to[key]
    if (value === undefined || isSame(value, data[key] ?? '')) continue
    const isEmpty = value === '' || isSame(value, [])
    edits.push(isEmpty ? { do: 'remove', path: [key] } : { do: 'set', path: [key], value })
  }
  for (const key of ['viewport', 'tolerance'] as const)
    for (const [name, value] of Object.entries(to[key] ?? {}))
      if (value !== (data[key] as Record<string, number>)[name]) edits.push({ do: 'set', path: [key, name], value })
  return edits
}

type Contexts = LibraryFile['contexts']

/** Each context by itself: what is written beside the others stays. */
function contextEdits(before: Contexts, after: Contexts): YamlEdit[] {
  if (isSame(before, after)) return []
  if (Object.keys(after).length === 0) return [{ do: 'remove', path: ['contexts'] }]
  const gone = Object.keys(before).filter((name) => !(name in after))
  const others = Object.entries(after).filter(([name, values]) => !isSame(before[name], values))
  return [
    ...others.map(([name, value]): YamlEdit => ({ do: 'set', path: ['contexts', name], value })),
    ...gone.map((name): YamlEdit => ({ do: 'remove', path: ['contexts', name] })),
  ]
}
