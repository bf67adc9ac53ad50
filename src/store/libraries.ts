import { createHash } from 'node:crypto'
import { and, asc, count, eq, inArray, isNull } from 'drizzle-orm'
import { REFERENCES } from '@/core/picture'
import { faultsOf, readLibrary, type FileTree } from '@/core/sheet'
import { BadInput } from '@/core/problem'
import { withPackages, withStyleBuild } from '@/source'
import type { Connection, Database } from './open'
import { isSameManifest, type Manifest } from './manifest'
import { takenFrom } from './takenFrom'
import { components, files, libraries, libraryFiles, revisions } from './schema'

export interface LibraryRecord {
  id: string
  name: string
  fingerprint: string
  /** The folder on disk that it is linked to. */
  folder?: string
  /** What the user has said about running its PostCSS configuration. */
  trust?: Trust
  /** `revision` counts a component's own revisions, from 1; `head` is the id of the last one. */
  components: { slug: string; name: string; revision: number; head: number }[]
}

export const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** The name in an address: `Firnline huts` → `firnline-huts`. */
export const libraryId = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'library'

// SQLite takes some thousands of values in one statement; five hundred rows of few columns stay below.
const ROWS_AT_ONCE = 500

export interface ImportOptions {
  author: string
  /** Names the revisions of components that were known before. */
  note?: string
  /** Links the library to this folder. */
  folder?: string
  /** What the user has said about running the folder's PostCSS configuration. */
  trust?: Trust
  /** What to do where another library has the name. @defaultValue nothing: it is told */
  as?: TakenAs | undefined
  /** The library that the folder is known to be. */
  into?: string
}

export type Trust = 'yes' | 'no'

/** What is to come of a library whose name another one has: a new state of that one, its revisions kept, or a library beside it. */
export type TakenAs = 'state' | 'new'

/** A library of that name is there already, and is another: nothing is replaced that nobody has asked for. */
export class LibraryExists extends Error {
  override name = 'LibraryExists'
  constructor(
    readonly id: string,
    readonly library: string,
    /** The folder that it is linked to: only that changes it. */
    readonly folder: string | null,
  ) {
    super(
      folder === null
        ? `There is a library "${library}" already. Bring this in as a new state of it, or as a library of its own.`
        : `There is a library "${library}" already, linked to ${folder}. Bring this in as a library of its own, or change the files there.`,
    )
  }
}

/**
 * Takes a library's folder in; each component that changed gets a revision. One that cannot be read is taken in as it stands.
 * @throws BadInput where what all of them share cannot be read @throws LibraryExists
 */
export async function importTree(
  { db, write }: Connection,
  tree: FileTree,
  options: ImportOptions,
): Promise<LibraryRecord> {
  const { library, problems } = readLibrary(tree)
  const { shared } = faultsOf(problems)
  if (!library || shared.length > 0) throw new BadInput(shared)
  const hashes = new Map(tree.paths.map((path) => [path, hashOf(tree.bytes(path)!)]))
  const taken = takenFrom(tree, library, hashes)
  let place = ''
  await write(() =>
    db.transaction(async (tx) => {
      const createdAt = new Date()
      const fingerprint = fingerprintOf(hashes)
      const { folder, trust } = options
      const { id, before } = await placeOf(tx, library.data.name, fingerprint, options)
      const name = shownName(id, library.data.name)
      place = id
      // What was said of one folder is not said of another.
      const said = trust ?? (folder && folder !== before?.folder ? null : undefined)
      const link = { ...(folder && { folder }), ...(said !== undefined && { trust: said }) }
      await tx
        .insert(libraries)
        .values({ id, name, fingerprint, createdAt, ...link })
        .onConflictDoUpdate({ target: libraries.id, set: { name, fingerprint, removedAt: null, ...link } })
      await replaceFiles(tx, id, tree, hashes)
      const known = await knownHeads(tx, id)
      const gone = [...known.keys()].filter((slug) => !taken.some((each) => each.slug === slug))
      if (gone.length > 0)
        await tx.delete(components).where(and(eq(components.libraryId, id), inArray(components.slug, gone)))
      for (const { slug, file, name: read, manifest } of taken) {
        const head = known.get(slug)
        if (head?.manifest && isSameManifest(head.manifest, manifest)) continue
        const note = head ? (options.note ?? 'Imported again') : 'Imported'
        const revision = { kind: 'import' as const, manifest, note, author: options.author }
        const component = { libraryId: id, slug, name: read ?? head?.name ?? slug, file }
        await addRevision(tx, component, revision, head?.id)
      }
    }),
  )
  return (await findLibrary(db, place))!
}

async function replaceFiles(tx: Transaction, libraryId: string, tree: FileTree, hashes: ReadonlyMap<string, string>) {
  await putBlobs(
    tx,
    tree.paths.map((path) => ({ hash: hashes.get(path)!, bytes: tree.bytes(path)! })),
  )
  await tx.delete(libraryFiles).where(eq(libraryFiles.libraryId, libraryId))
  await inBatches([...hashes], (some) =>
    tx.insert(libraryFiles).values(some.map(([path, hash]) => ({ libraryId, path, hash }))),
  )
}

/** How a library is listed: one beside another of its name has the number of its address. */
function shownName(id: string, name: string): string {
  const number = new RegExp(`^${libraryId(name)}-(\\d+)$`).exec(id)?.[1]
  return number === undefined ? name : `${name} (${number})`
}

/** Under which id a library is kept. @throws LibraryExists where another one would be replaced unasked */
async function placeOf(tx: Transaction, name: string, fingerprint: string, { as, into, folder }: ImportOptions) {
  const find = async (id: string) => (await tx.select().from(libraries).where(eq(libraries.id, id)))[0]
  const id = into ?? libraryId(name)
  const before = await find(id)
  if (!before || into !== undefined) return { id, before }
  // One that was removed comes back in the new state, with its history.
  if (before.removedAt !== null) return { id, before }
  const isSame = before.fingerprint === fingerprint || (folder !== undefined && before.folder === folder)
  if (isSame) return { id, before }
  if (as === 'new') {
    for (let number = 2; ; number++)
      if (!(await find(`${id}-${number}`))) return { id: `${id}-${number}`, before: undefined }
  }
  const isForeign = before.folder !== null && folder === undefined
  if (as === undefined || isForeign) throw new LibraryExists(id, before.name, before.folder)
  return { id, before }
}

/** Changes whenever any file does. What approved pictures change stands apart: by them nothing that was read is out of date. */
export function fingerprintOf(hashes: ReadonlyMap<string, string>): string {
  const all = [...hashes].toSorted(([a], [b]) => (a < b ? -1 : 1))
  const isPicture = ([path]: readonly [string, string]) => path.startsWith(`${REFERENCES}/`)
  const hashed = (some: readonly (readonly [string, string])[]) =>
    hashOf(new TextEncoder().encode(some.map(([path, hash]) => `${path} ${hash}`).join('\n')))
  const pictures = all.filter(isPicture)
  const sources = hashed(all.filter((each) => !isPicture(each)))
  return pictures.length === 0 ? sources : `${sources}.${hashed(pictures)}`
}

/** Whether two fingerprints are of one state of a library, whatever has been approved of its pictures. */
export const isSameState = (a: string, b: string): boolean => a.split('.')[0] === b.split('.')[0]

export async function inBatches<T>(rows: readonly T[], insert: (some: T[]) => Promise<unknown>) {
  for (let at = 0; at < rows.length; at += ROWS_AT_ONCE) await insert(rows.slice(at, at + ROWS_AT_ONCE))
}

export const putBlobs = (tx: Transaction, blobs: readonly { hash: string; bytes: Uint8Array }[]) =>
  inBatches(blobs, (some) =>
    tx
      .insert(files)
      .values(some.map(({ hash, bytes }) => ({ hash, bytes: Buffer.from(bytes) })))
      .onConflictDoNothing(),
  )

/** Hashes of all of a library's files, by path. */
export async function fileHashes(tx: Transaction, libraryId: string): Promise<Map<string, string>> {
  const rows = await tx
    .select({ path: libraryFiles.path, hash: libraryFiles.hash })
    .from(libraryFiles)
    .where(eq(libraryFiles.libraryId, libraryId))
  return new Map(rows.map(({ path, hash }) => [path, hash]))
}

async function knownHeads(tx: Transaction, id: string) {
  const rows = await tx
    .select({ slug: components.slug, name: components.name, id: revisions.id, manifest: revisions.manifest })
    .from(components)
    .innerJoin(revisions, eq(revisions.id, components.revisionId))
    .where(eq(components.libraryId, id))
  return new Map(rows.map((row) => [row.slug, row]))
}

type NewRevision = Pick<typeof revisions.$inferInsert, 'kind' | 'author' | 'note' | 'ofId'> & { manifest: Manifest }

/** Writes a revision and makes it its component's head. */
export async function addRevision(
  tx: Transaction,
  { libraryId: library, slug, name, file }: { libraryId: string; slug: string; name: string; file: string },
  revision: NewRevision,
  parentId: number | undefined,
): Promise<number> {
  const [made] = await tx
    .insert(revisions)
    .values({ libraryId: library, slug, hash: revision.manifest[file]!, parentId, createdAt: new Date(), ...revision })
    .returning({ id: revisions.id })
  await tx
    .insert(components)
    .values({ libraryId: library, slug, name, revisionId: made!.id })
    .onConflictDoUpdate({ target: [components.libraryId, components.slug], set: { name, revisionId: made!.id } })
  return made!.id
}

export async function findLibrary(db: Database, id: string): Promise<LibraryRecord | undefined> {
  const [found] = await db.select().from(libraries).where(eq(libraries.id, id))
  if (!found || found.removedAt !== null) return undefined
  const own = await db
    .select({
      slug: components.slug,
      name: components.name,
      revision: count(revisions.id),
      head: components.revisionId,
    })
    .from(components)
    .innerJoin(revisions, and(eq(revisions.libraryId, components.libraryId), eq(revisions.slug, components.slug)))
    .where(eq(components.libraryId, id))
    .groupBy(components.slug, components.name)
    .orderBy(asc(components.name))
  const { name, fingerprint, folder, trust } = found
  return { id, name, fingerprint, ...(folder !== null && { folder }), ...(trust && { trust }), components: own }
}

export async function listLibraries(db: Database): Promise<{ id: string; name: string; folder: string | null }[]> {
  return db
    .select({ id: libraries.id, name: libraries.name, folder: libraries.folder })
    .from(libraries)
    .where(isNull(libraries.removedAt))
    .orderBy(asc(libraries.name))
}

/** Links a library to a folder, or, without one, lets it live in the store alone. */
export const setFolder = ({ db, write }: Connection, id: string, folder: string | null) =>
  write(async () => {
    // What was said of one folder is not said of another.
    await db.update(libraries).set({ folder, trust: null }).where(eq(libraries.id, id))
  })

/** Lists a library under the name that its own file has. */
export const setName = ({ db, write }: Connection, id: string, name: string) =>
  write(async () => {
    await db
      .update(libraries)
      .set({ name: shownName(id, name) })
      .where(eq(libraries.id, id))
  })

/** Remembers whether the PostCSS configuration of a library's folder may run. */
export const setTrust = ({ db, write }: Connection, id: string, trust: Trust) =>
  write(async () => {
    await db.update(libraries).set({ trust }).where(eq(libraries.id, id))
  })

/** A stored library's files, read into memory. */
export async function treeOfLibrary(db: Database, id: string): Promise<FileTree> {
  const rows = await db
    .select({ path: libraryFiles.path, bytes: files.bytes, folder: libraries.folder, trust: libraries.trust })
    .from(libraryFiles)
    .innerJoin(files, eq(files.hash, libraryFiles.hash))
    .innerJoin(libraries, eq(libraries.id, libraryFiles.libraryId))
    .where(eq(libraryFiles.libraryId, id))
  // In a worker of the bundler's a Buffer may be another realm's: plain bytes are the same everywhere.
  const contents = new Map(rows.map(({ path, bytes }) => [path, new Uint8Array(bytes)]))
  const folder = rows[0]?.folder
  const tree = { paths: [...contents.keys()].toSorted(), bytes: (path: string) => contents.get(path) }
  return folder ? withStyleBuild(withPackages({ ...tree, folder }), rows[0]!.trust === 'yes') : tree
}
