import { causeKey, explain, type Cause, type TraitChange } from './causes'
import { isChanged, type PictureResult } from './results'
import type { Trait } from './traits'

/** Pictures that changed for one reason. */
export interface PictureGroup {
  /** Empty where no reading explains it. */
  causes: Cause[]
  /** Readings that changed with them, each once. */
  changes: TraitChange[]
  pictures: PictureResult[]
}

/**
 * Groups pictures that have changed by their causes, those of most pictures first; what no reading explains comes last.
 * @param before what was read with the approved picture of a case
 */
export function groupPictures(
  results: readonly PictureResult[],
  before: (result: PictureResult) => readonly Trait[] | undefined,
): PictureGroup[] {
  const groups = new Map<string, PictureGroup>()
  for (const result of results.filter(isChanged)) {
    const old = before(result)
    const { causes, changes } = old && result.traits ? explain(old, result.traits) : { causes: [], changes: [] }
    const key = causes.map(causeKey).join('\n')
    const group = groups.get(key) ?? { causes, changes: [], pictures: [] }
    groups.set(key, group)
    group.pictures.push(result)
    for (const change of changes) if (!group.changes.some((each) => isSame(each, change))) group.changes.push(change)
  }
  const isUnexplained = ({ causes }: PictureGroup) => Number(causes.length === 0)
  return [...groups.values()].sort(
    (a, b) => isUnexplained(a) - isUnexplained(b) || b.pictures.length - a.pictures.length,
  )
}

const isSame = (a: TraitChange, b: TraitChange) =>
  a.part === b.part && a.reading === b.reading && a.from === b.from && a.to === b.to
