import type { FileTree } from '../sheet'
import {
  filesOf,
  indexPath,
  isReferenceFile,
  picturePath,
  printReferences,
  readReferences,
  REFERENCES,
  traitsPath,
  withReference,
  type ReferenceEntry,
  type ReferenceIndex,
} from './references'
import type { PictureResult } from './results'
import { printTraits, type Trait } from './traits'

/** Pictures of one component that somebody has approved. */
export interface Approved {
  slug: string
  results: readonly PictureResult[]
  /** Cases that are gone: their pictures go. */
  gone: readonly string[]
}

/** Who approved them, when, in which commit or revision, and what was said. */
export interface Approval extends Pick<ReferenceEntry, 'by' | 'on' | 'in' | 'note'> {
  rig: string
}

/** Files to write, in this order; null takes one away. */
export type FileChanges = [path: string, contents: string | Uint8Array | null][]

/** What an approval needs of the outside. */
export interface ApprovalHost {
  /** A picture as PNG. */
  png(picture: string): Promise<Uint8Array | undefined>
  hash(text: string): string
}

/** A picture that was to be approved is not at hand any more. */
export class PictureLost extends Error {
  override name = 'PictureLost'
}

/**
 * What an approval changes in a library's files. Pictures come before the indices that name them, and go after: whenever it is broken
 * off, every index is whole, and everything that it names is there.
 * @throws PictureLost
 */
export async function approve(
  tree: FileTree,
  all: readonly Approved[],
  { rig, ...about }: Approval,
  host: ApprovalHost,
): Promise<FileChanges> {
  const files = new Map<string, string | Uint8Array>()
  const indices = new Map<string, ReferenceIndex>()
  for (const { slug, results: given, gone } of all) {
    // What is approved already stays as it was approved.
    const results = given.filter(({ verdict }) => verdict !== 'same')
    let { index } = readReferences(tree, slug)
    const traits = await traitsFile(results, host)
    if (traits) files.set(traitsPath(traits.name), traits.text)
    for (const { key, picture, at, traits: own } of results) {
      if (!tree.bytes(picturePath(picture)) && !files.has(picturePath(picture))) {
        const png = await host.png(picture)
        if (!png)
          throw new PictureLost(
            `the picture of "${key}" is not there any more: verify again, with everything read anew`,
          )
        files.set(picturePath(picture), png)
      }
      const read = own && traits && { traits: traits.name }
      index = withReference(index, key, { rig, picture, at: [at.x, at.y], ...read, ...about })
    }
    indices.set(slug, without(index, gone, rig))
  }
  return [
    ...[...files].filter(([path]) => !tree.bytes(path)),
    ...[...indices].map(([slug, index]): FileChanges[number] => [
      indexPath(slug),
      index.size > 0 ? printReferences(index) : null,
    ]),
    ...unneeded(tree, indices, new Set(files.keys())).map((path): FileChanges[number] => [path, null]),
  ]
}

async function traitsFile(results: readonly PictureResult[], { hash }: ApprovalHost) {
  const traitsOf = new Map<string, readonly Trait[]>(
    results.flatMap(({ key, traits }) => (traits ? [[key, traits]] : [])),
  )
  if (traitsOf.size === 0) return undefined
  const text = printTraits(traitsOf)
  return { name: hash(text), text }
}

/** An index without the pictures of cases on one rig. */
function without(index: ReferenceIndex, gone: readonly string[], rig: string): ReferenceIndex {
  const left = new Map(index)
  for (const key of gone) {
    const entries = (left.get(key) ?? []).filter((each) => each.rig !== rig)
    if (entries.length > 0) left.set(key, entries)
    else left.delete(key)
  }
  return left
}

/** Pictures, and what was read with them, that no index names any more. Where an index cannot be read, nothing is taken away. */
function unneeded(
  tree: FileTree,
  indices: ReadonlyMap<string, ReferenceIndex>,
  written: ReadonlySet<string>,
): string[] {
  const slugs = tree.paths.flatMap((path) => new RegExp(`^${REFERENCES}/([^/]+)\\.yaml$`).exec(path)?.[1] ?? [])
  const needed = new Set<string>(written)
  for (const slug of new Set([...slugs, ...indices.keys()])) {
    const read = indices.has(slug) ? { index: indices.get(slug)!, problems: [] } : readReferences(tree, slug)
    if (read.problems.length > 0) return []
    for (const path of filesOf(read.index)) needed.add(path)
  }
  return tree.paths.filter((path) => isReferenceFile(path) && !needed.has(path))
}
