import { and, asc, eq, inArray } from 'drizzle-orm'
import type { Transaction } from './libraries'
import { type Manifest } from './manifest'
import type { Database } from './open'
import { components, files, revisions } from './schema'

export type RevisionKind = 'edit' | 'undo' | 'redo' | 'restore' | 'import'

/** One saved state of a component. */
export interface Revision {
  id: number
  /** Counts the component's own, from 1. */
  number: number
  kind: RevisionKind
  note: string
  author: string
  at: Date
  isRemoved: boolean
}

type Reader = Database | Transaction

/** A component's head, or another of its revisions by id. */
export async function headOf(db: Reader, libraryId: string, slug: string, id?: number) {
  const own = and(eq(revisions.libraryId, libraryId), eq(revisions.slug, slug))
  const [found] =
    id === undefined
      ? await db
          .select({ id: revisions.id, manifest: revisions.manifest })
          .from(components)
          .innerJoin(revisions, eq(revisions.id, components.revisionId))
          .where(and(eq(components.libraryId, libraryId), eq(components.slug, slug)))
      : await db
          .select({ id: revisions.id, manifest: revisions.manifest })
          .from(revisions)
          .where(and(own, eq(revisions.id, id)))
  return found && { id: found.id, manifest: found.manifest ?? {} }
}

const TEXTS = /\.(ya?ml|css|scss|liquid|html?|m?js|jsx|tsx?|json|md|txt|svg)$/

/** Whether a file is kept as a text in a revision. */
export const isTextFile = (path: string): boolean => TEXTS.test(path)

/** The texts of a revision's files; pictures and fonts are left out. */
export async function manifestTexts(db: Reader, manifest: Manifest): Promise<Record<string, string>> {
  const texts = Object.entries(manifest).filter(([path]) => isTextFile(path))
  if (texts.length === 0) return {}
  const rows = await db
    .select()
    .from(files)
    .where(inArray(files.hash, [...new Set(texts.map(([, hash]) => hash))]))
  const decoder = new TextDecoder()
  const byHash = new Map(rows.map(({ hash, bytes }) => [hash, decoder.decode(new Uint8Array(bytes))]))
  return Object.fromEntries(texts.map(([path, hash]) => [path, byHash.get(hash) ?? '']))
}

/** A component's history, the first revision first. */
export async function listRevisions(
  db: Database,
  libraryId: string,
  slug: string,
): Promise<(Revision & { ofId?: number })[]> {
  const rows = await db
    .select()
    .from(revisions)
    .where(and(eq(revisions.libraryId, libraryId), eq(revisions.slug, slug)))
    .orderBy(asc(revisions.id))
  return rows.map(({ id, kind, note, author, createdAt, ofId, removedAt }, at) => ({
    id,
    number: at + 1,
    kind,
    note,
    author,
    at: createdAt,
    isRemoved: removedAt !== null,
    ...(ofId !== null && { ofId }),
  }))
}

/** The texts of one revision. */
export async function revisionTexts(db: Database, libraryId: string, slug: string, id: number) {
  const revision = await headOf(db, libraryId, slug, id)
  return revision && manifestTexts(db, revision.manifest)
}

/** A step of a history: a change, or one that takes another back or does it again. */
interface Step {
  id: number
  kind: RevisionKind
  ofId?: number | null
}

/** The steps that stand, and those that were taken back, the last at the end. A new change forgets what could be done again. */
export function standingSteps(history: readonly Step[]): { done: number[]; undone: number[] } {
  const done: number[] = []
  const undone: number[] = []
  for (const { id, kind, ofId } of history) {
    if (kind === 'undo') {
      const last = done.pop()
      if (last !== undefined) undone.push(last)
    } else if (kind === 'redo') {
      const back = undone.pop()
      if (back !== undefined) done.push(back)
    } else {
      done.push(ofId ?? id)
      undone.length = 0
    }
  }
  return { done, undone }
}

/**
 * What undo and redo lead to, worked out from the history alone, so that both outlast a reload.
 * An undo brings back the state before the last change that still stands.
 */
export function undoTargets(history: readonly Step[]): { undo?: number; redo?: number } {
  const { done, undone } = standingSteps(history)
  return {
    ...(done.length > 1 && { undo: done.at(-2)! }),
    ...(undone.length > 0 && { redo: undone.at(-1)! }),
  }
}
