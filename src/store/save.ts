import { and, eq } from 'drizzle-orm'
import {
  compareByMeaning,
  mergeLines,
  mergeSheetText,
  nameOfChanges,
  type FieldChange,
  type Preference,
  type TextConflict,
} from '@/core/edit'
import { componentFiles, readSheet, sheetProblems, SHEET_SUFFIX, type Library } from '@/core/sheet'
import type { Problem } from '@/core/problem'
import { readYaml } from '@/core/yaml'
import { addRevision, fileHashes, fingerprintOf, hashOf, putBlobs, type Transaction } from './libraries'
import { manifestOf, type Manifest } from './manifest'
import type { Connection } from './open'
import { drafts, libraries, libraryFiles } from './schema'
import { headOf, manifestTexts, type RevisionKind } from './revisions'

/** New texts of some of a component's files. */
export interface Save {
  libraryId: string
  slug: string
  /** The sheet's path. */
  file: string
  /** The revision that was changed; undefined for a new component. */
  base: number | undefined
  /** By path of the library; null takes a file away. */
  texts: Readonly<Record<string, string | null>>
  author: string
  /** What the revision is called. @defaultValue what changed, field by field */
  note?: string | undefined
  kind?: RevisionKind
  ofId?: number
  /** Which side stands where somebody else changed the same place meanwhile. Left out, such a conflict is not saved. */
  prefer?: Preference | undefined
  /** The tab whose drafts are settled by this. */
  tab?: string | undefined
}

export type Saved =
  | { kind: 'saved'; revision: number; note: string; merged: boolean; texts: Record<string, string | null> }
  | { kind: 'conflict'; head: number; conflicts: TextConflict[] }
  | { kind: 'refused'; problems: Problem[] }
  /** All of it was there already, in `revision`. */
  | { kind: 'unchanged'; revision: number; texts: Record<string, string | null> }

/**
 * Saves a component as a new revision. What somebody else has saved since `base` is merged in, by field in the sheet and
 * by line elsewhere; nothing is overwritten silently. A sheet that cannot be read is refused.
 */
export const saveComponent = (
  { db, write }: Connection,
  save: Save,
  library: Pick<Library, 'data'> | undefined,
): Promise<Saved> => write(() => db.transaction((tx) => saveIn(tx, save, library)))

async function saveIn(tx: Transaction, save: Save, library: Pick<Library, 'data'> | undefined): Promise<Saved> {
  const { libraryId, slug, file } = save
  const head = await headOf(tx, libraryId, slug)
  if (!head && save.base !== undefined) return refuse(file, `there is no component "${slug}" any more`)
  if (head && save.base === undefined) return refuse(file, `there is a component "${slug}" already`)
  const current: Record<string, string> = head ? await manifestTexts(tx, head.manifest) : {}
  const base: Record<string, string> = head && save.base !== head.id ? await baseTexts(tx, save) : current
  const { texts, conflicts } = mergeTexts(save, base, current)
  if (conflicts.length > 0 && !save.prefer) return { kind: 'conflict', head: head!.id, conflicts }
  const changed = Object.entries(texts).filter(([path, text]) => (current[path] ?? null) !== text)
  await settleDrafts(tx, save)
  if (changed.length === 0) return { kind: 'unchanged', revision: head?.id ?? 0, texts }
  const after = { ...current, ...Object.fromEntries(changed) }
  const read = readSheet(after[file] ?? '', file)
  if (!read.sheet || read.problems.length > 0) return { kind: 'refused', problems: read.problems }

  const hashes = await fileHashes(tx, libraryId)
  const fresh = changed.flatMap(([path, text]) => (text === null ? [] : [{ path, bytes: encoder.encode(text) }]))
  for (const [path] of changed) hashes.delete(path)
  for (const { path, bytes } of fresh) hashes.set(path, hashOf(bytes))
  const paths = [...hashes.keys()]
  const tree = { paths: paths.toSorted(), bytes: () => undefined }
  const problems = library ? [...sheetProblems(read.sheet, tree, library.data)] : []
  if (problems.length > 0) return { kind: 'refused', problems }

  await putBlobs(
    tx,
    fresh.map(({ path, bytes }) => ({ hash: hashes.get(path)!, bytes })),
  )
  await writeFiles(tx, libraryId, changed, hashes)
  const names = changed.map(([path]) => path)
  const note = save.note ?? (head ? nameOfRevision(file, current, after, names) : 'Made')
  const manifest: Manifest = manifestOf(componentFiles(read.sheet, paths), hashes)
  const { kind = 'edit', author, ofId } = save
  const component = { libraryId, slug, file, name: read.sheet.data.name }
  const revision = await addRevision(tx, component, { kind, author, note, manifest, ...(ofId && { ofId }) }, head?.id)
  return { kind: 'saved', revision, note, merged: base !== current, texts: Object.fromEntries(changed) }
}

/** Merges what is saved with what has been saved since its base. */
function mergeTexts(save: Save, base: Readonly<Record<string, string>>, current: Readonly<Record<string, string>>) {
  const texts: Record<string, string | null> = {}
  const conflicts: TextConflict[] = []
  for (const [path, ours] of Object.entries(save.texts)) {
    const theirs = current[path]
    const was = base[path]
    if (ours === null || theirs === undefined || was === undefined || was === theirs) {
      texts[path] = ours
      continue
    }
    const merge = path.endsWith(SHEET_SUFFIX) ? mergeSheetText : mergeLines
    const merged = merge(path, was, ours, theirs, save.prefer ?? 'theirs')
    conflicts.push(...merged.conflicts)
    texts[path] = merged.text
  }
  return { texts, conflicts }
}

async function writeFiles(
  tx: Transaction,
  libraryId: string,
  changed: readonly [path: string, text: string | null][],
  hashes: ReadonlyMap<string, string>,
) {
  for (const [path, text] of changed) {
    await tx.delete(libraryFiles).where(and(eq(libraryFiles.libraryId, libraryId), eq(libraryFiles.path, path)))
    if (text !== null) await tx.insert(libraryFiles).values({ libraryId, path, hash: hashes.get(path)! })
  }
  await tx
    .update(libraries)
    .set({ fingerprint: fingerprintOf(hashes) })
    .where(eq(libraries.id, libraryId))
}

const encoder = new TextEncoder()

const refuse = (file: string, message: string): Saved => ({
  kind: 'refused',
  problems: [{ file, line: 1, column: 1, message }],
})

async function baseTexts(tx: Transaction, { libraryId, slug, base }: Save) {
  const revision = await headOf(tx, libraryId, slug, base)
  return revision ? manifestTexts(tx, revision.manifest) : {}
}

async function settleDrafts(tx: Transaction, { libraryId, tab, texts }: Save) {
  if (tab === undefined) return
  for (const path of Object.keys(texts))
    await tx.delete(drafts).where(and(eq(drafts.libraryId, libraryId), eq(drafts.path, path), eq(drafts.tab, tab)))
}

type Texts = Readonly<Record<string, string | null>>

/** What changed between two states of a component: fields of its sheet, and its other files as wholes. */
export function changesBetween(file: string, before: Texts, after: Texts): FieldChange[] {
  const value = (text: string | null | undefined) => readYaml(text ?? '', file).value ?? {}
  const fields = before[file] === after[file] ? [] : compareByMeaning(value(before[file]), value(after[file]))
  const others = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
    (path) => path !== file && (before[path] ?? null) !== (after[path] ?? null),
  )
  const size = (text: string | null | undefined) =>
    text === null || text === undefined ? undefined : `${text.split('\n').length} lines`
  return [
    ...fields,
    ...others.map((path): FieldChange => {
      const [was, is] = [size(before[path]), size(after[path])]
      const label = path.slice(path.lastIndexOf('/') + 1)
      return { path: [path], label, ...(was && { before: was }), ...(is && { after: is }) }
    }),
  ]
}

function nameOfRevision(file: string, before: Texts, after: Texts, changed: readonly string[]): string {
  const of = (texts: Texts) => Object.fromEntries(changed.map((path) => [path, texts[path] ?? null]))
  const changes = changesBetween(file, of(before), of(after))
  // Only comments or blanks differ.
  if (changes.length === 0) return `${changed[0]!.slice(changed[0]!.lastIndexOf('/') + 1)}: comments or spacing`
  const edited = changes.map((change) =>
    change.path.length === 1 && change.before !== undefined && change.after !== undefined && /lines$/.test(change.after)
      ? { ...change, before: 'edited', after: change.after }
      : change,
  )
  return nameOfChanges(edited).replace(/: edited → \d+ lines/g, ' edited')
}
