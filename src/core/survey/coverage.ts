import type { Dimension } from '../matrix'
import { placeOfReading, textIn, type Survey, type SurveyCase } from './survey'

/** One reading of one part over the whole matrix. */
export interface Covered {
  part: string
  reading: string
  /** Axes and contexts along which it changes, all else being equal. */
  along: readonly string[]
  /** What was read, the most frequent first, with the number of cases. */
  texts: readonly (readonly [text: string, count: number])[]
  declared: boolean
  byLayout: boolean
  /** Some rule speaks of it. */
  isSpecified: boolean
}

/** How a survey's readings vary, and which of them rules speak of. */
export function coverageOf(
  survey: Survey,
  dimensions: readonly Dimension[],
  isSpecified: (part: string, reading: string) => boolean,
): Covered[] {
  const neighbours = lines(survey, dimensions)
  return survey.readings.map(({ part, reading, declared, byLayout = false }, at) => {
    const counts = new Map<string, number>()
    const isDrawn = drawing(survey, part, reading)
    const texts = survey.cases.map((surveyed) => (isDrawn(surveyed) ? textIn(survey, surveyed, at) : undefined))
    for (const text of texts) if (text !== undefined) counts.set(text, (counts.get(text) ?? 0) + 1)
    const along =
      counts.size < 2 ? [] : neighbours.filter(({ groups }) => groups.some((group) => differs(texts, group)))
    return {
      part,
      reading,
      along: along.map(({ name }) => name),
      texts: [...counts].sort(([, a], [, b]) => b - a),
      declared,
      byLayout,
      isSpecified: isSpecified(part, reading),
    }
  })
}

/** Of each dimension the groups of cases that differ in nothing else. */
function lines({ cases }: Survey, dimensions: readonly Dimension[]) {
  return dimensions.map(({ name }) => {
    const groups = new Map<string, number[]>()
    cases.forEach(({ values }, at) => {
      const key = dimensions.map((each) => (each.name === name ? '' : values[each.name])).join('|')
      const group = groups.get(key)
      if (group) group.push(at)
      else groups.set(key, [at])
    })
    return { name, groups: [...groups.values()].filter((group) => group.length > 1) }
  })
}

function differs(texts: readonly (string | undefined)[], group: readonly number[]): boolean {
  const first = group.find((at) => texts[at] !== undefined)
  return first !== undefined && group.some((at) => texts[at] !== undefined && texts[at] !== texts[first])
}

/** Whether the line is drawn that a colour or width is of: of one that is not, neither is anybody's decision. */
function drawing(survey: Survey, part: string, reading: string): (surveyed: SurveyCase) => boolean {
  const line =
    /^(border-(?:top|right|bottom|left|block-start|block-end|inline-start|inline-end)|outline)-(color|width)$/.exec(
      reading,
    )
  if (!line) return () => true
  const style = placeOfReading(survey, part, `${line[1]}-style`)
  const width = placeOfReading(survey, part, `${line[1]}-width`)
  return (surveyed) =>
    !/^(none|hidden)$/.test(textIn(survey, surveyed, style) ?? '') &&
    (line[2] === 'width' || textIn(survey, surveyed, width) !== '0px')
}
