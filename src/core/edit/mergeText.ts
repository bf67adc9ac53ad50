import { diff3Merge } from 'node-diff3'
import { diffValues, editYaml, isSame, mergeValues, readYaml } from '../yaml'
import { labelOf } from './describe'

/** A place that two people changed differently since they had the same. */
export interface TextConflict {
  file: string
  /** Which field, or which line. */
  label: string
  base: string
  ours: string
  theirs: string
}

/** Which side stands where both changed one place. */
export type Preference = 'ours' | 'theirs'

export interface Merged {
  text: string
  conflicts: TextConflict[]
}

/** Merges two changed copies of a text line by line; conflicts are settled by `prefer` and told. */
export function mergeLines(file: string, base: string, ours: string, theirs: string, prefer: Preference): Merged {
  if (base === theirs || ours === theirs) return { text: ours, conflicts: [] }
  if (base === ours) return { text: theirs, conflicts: [] }
  const lines = (text: string) => text.split('\n')
  const conflicts: TextConflict[] = []
  const merged: string[] = []
  for (const { ok, conflict } of diff3Merge(lines(ours), lines(base), lines(theirs), { excludeFalseConflicts: true })) {
    if (ok) merged.push(...ok)
    if (!conflict) continue
    const label = `line ${conflict.oIndex + 1}`
    conflicts.push({
      file,
      label,
      base: conflict.o.join('\n'),
      ours: conflict.a.join('\n'),
      theirs: conflict.b.join('\n'),
    })
    merged.push(...(prefer === 'ours' ? conflict.a : conflict.b))
  }
  return { text: merged.join('\n'), conflicts }
}

/**
 * Merges two changed copies of a sheet by field.
 * Where lines merge to the same fields, lines are taken: both authors' comments stay.
 */
export function mergeSheetText(file: string, base: string, ours: string, theirs: string, prefer: Preference): Merged {
  if (base === theirs || ours === theirs) return { text: ours, conflicts: [] }
  if (base === ours) return { text: theirs, conflicts: [] }
  const sources = [base, ours, theirs].map((text) => readYaml(text, file))
  // What cannot be read has no fields.
  if (sources.some(({ problems }) => problems.length > 0)) return mergeLines(file, base, ours, theirs, prefer)
  const [b, o, t] = sources.map(({ value }) => value)
  const merged = prefer === 'ours' ? mergeValues(b, t, o) : mergeValues(b, o, t)
  const conflicts = merged.conflicts.map(({ path, base: was, ours: first, theirs: second }): TextConflict => {
    const [mine, other] = prefer === 'ours' ? [second, first] : [first, second]
    return { file, label: labelOf(path), base: show(was), ours: show(mine), theirs: show(other) }
  })
  const byLine = mergeLines(file, base, ours, theirs, prefer).text
  const read = readYaml(byLine, file)
  if (read.problems.length === 0 && isSame(read.value, merged.value)) return { text: byLine, conflicts }
  return { text: editYaml(theirs, diffValues(t, merged.value)), conflicts }
}

const show = (value: unknown) => (value === undefined ? 'not there' : JSON.stringify(value))
