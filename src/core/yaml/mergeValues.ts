import { diff3Merge } from 'node-diff3'
import { canonical, isSame } from './edit'
import type { Path } from './readYaml'

/** Both sides changed one field, and not to the same. */
export interface MergeConflict {
  path: Path
  base: unknown
  ours: unknown
  theirs: unknown
}

/** Merges two changed copies of a value by field. Where both changed one field, theirs stays and the conflict is told. */
export function mergeValues(
  base: unknown,
  ours: unknown,
  theirs: unknown,
): { value: unknown; conflicts: MergeConflict[] } {
  const conflicts: MergeConflict[] = []
  const value = merge(base, ours, theirs, [], conflicts)
  return { value, conflicts }
}

const isMap = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

// Stands for a key that is not there, which is something else than a value of undefined.
const ABSENT = Symbol('absent')

function merge(base: unknown, ours: unknown, theirs: unknown, path: Path, conflicts: MergeConflict[]): unknown {
  if (same(ours, theirs) || same(base, ours)) return theirs
  if (same(base, theirs)) return ours
  if (isMap(ours) && isMap(theirs)) return mergeMaps(isMap(base) ? base : {}, ours, theirs, path, conflicts)
  if (Array.isArray(ours) && Array.isArray(theirs) && Array.isArray(base))
    return mergeLists(base, ours, theirs, path, conflicts)
  const seen = (value: unknown) => (value === ABSENT ? undefined : value)
  conflicts.push({ path, base: seen(base), ours: seen(ours), theirs: seen(theirs) })
  return theirs
}

const same = (a: unknown, b: unknown) => a === b || (a !== ABSENT && b !== ABSENT && isSame(a, b))

type Fields = Record<string, unknown>

function mergeMaps(base: Fields, ours: Fields, theirs: Fields, path: Path, conflicts: MergeConflict[]) {
  const of = (map: Fields, key: string) => (key in map ? map[key] : ABSENT)
  const keys = [...new Set([...Object.keys(theirs), ...Object.keys(ours)])]
  return Object.fromEntries(
    keys
      .map((key) => [key, merge(of(base, key), of(ours, key), of(theirs, key), [...path, key], conflicts)] as const)
      .filter(([, value]) => value !== ABSENT),
  )
}

function mergeLists(
  base: readonly unknown[],
  ours: readonly unknown[],
  theirs: readonly unknown[],
  path: Path,
  conflicts: MergeConflict[],
): unknown[] {
  if (ours.length === base.length && theirs.length === base.length)
    return theirs.map((each, at) => merge(base[at], ours[at], each, [...path, at], conflicts))
  const regions = diff3Merge(ours.map(canonical), base.map(canonical), theirs.map(canonical), {
    excludeFalseConflicts: true,
  })
  const merged: unknown[] = []
  for (const { ok, conflict } of regions) {
    if (ok) merged.push(...ok.map((text) => JSON.parse(text) as unknown))
    else if (conflict) {
      const [a, o, b] = [conflict.a, conflict.o, conflict.b].map((texts) =>
        texts.map((text) => JSON.parse(text) as unknown),
      )
      if (a!.length === b!.length && o!.length === a!.length)
        merged.push(...b!.map((each, at) => merge(o![at], a![at], each, [...path, conflict.bIndex + at], conflicts)))
      // Both added at one place: the order between them is nobody's wish, so theirs come first.
      else if (o!.length === 0) merged.push(...b!, ...a!)
      else {
        conflicts.push({ path, base: o, ours: a, theirs: b })
        merged.push(...b!)
      }
    }
  }
  return merged
}
