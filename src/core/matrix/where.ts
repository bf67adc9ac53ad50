import { unknownName, type Place, type Problem } from '../problem'
import { isInside, type Box, type Space } from './space'
import type { Case } from './case'

const COMMAND_LINE: Place = { file: '--where', line: 1, column: 1 }

/** Reads `interaction=hover,theme=night` (values of one name are joined by `|`). */
export function parseWhere(text: string): { box: Box; problems: Problem[] } {
  const box: Record<string, string[]> = {}
  const problems: Problem[] = []
  for (const pair of text.split(',')) {
    const [name, values] = pair.split('=').map((half) => half.trim())
    if (!name || !values) problems.push({ ...COMMAND_LINE, message: `found "${pair}", expected axis=value` })
    else box[name] = values.split('|').map((value) => value.trim())
  }
  return { box, problems }
}

/** Writes what `parseWhere` reads. */
export const printWhere = (box: Box): string =>
  Object.entries(box)
    .map(([name, values]) => `${name}=${values.join('|')}`)
    .join(',')

/** Whether a space has the dimensions and values that a box names. */
export function* boxProblems(box: Box, space: Space): Generator<Problem> {
  for (const [name, values] of Object.entries(box)) {
    const dimension = space.dimensions.find((candidate) => candidate.name === name)
    if (!dimension)
      yield unknownName(
        COMMAND_LINE,
        'axis',
        name,
        space.dimensions.map((candidate) => candidate.name),
      )
    else {
      for (const value of values.filter((value) => !dimension.values.includes(value))) {
        yield unknownName(COMMAND_LINE, `value of ${name}`, value, dimension.values)
      }
    }
  }
}

export const casesInside = (cases: readonly Case[], box: Box) => cases.filter(({ values }) => isInside(values, box))
