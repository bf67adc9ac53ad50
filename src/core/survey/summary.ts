import { textIn, type Survey } from './survey'

/** What one reading of one part is in some cases. */
export interface Summary {
  part: string
  reading: string
  /** Its place in the survey's readings. */
  at: number
  declared: boolean
  /** What was read, the most frequent first. */
  texts: readonly (readonly [text: string, count: number])[]
  /** It reads the same in all of them in which it could be read. */
  isCommon: boolean
}

/** What some cases have in common, and where they differ. Readings that none of them has are left out. */
export function summarise(survey: Survey, keys: ReadonlySet<string>): Summary[] {
  const cases = survey.cases.filter(({ key }) => keys.has(key))
  return survey.readings.flatMap(({ part, reading, declared }, at) => {
    const counts = new Map<string, number>()
    for (const surveyed of cases) {
      const text = textIn(survey, surveyed, at)
      if (text !== undefined) counts.set(text, (counts.get(text) ?? 0) + 1)
    }
    if (counts.size === 0) return []
    const texts = [...counts].sort(([, a], [, b]) => b - a)
    return [{ part, reading, at, declared, texts, isCommon: texts.length === 1 }]
  })
}
