import { isReset, SHORTHANDS } from '../css'
import { textIn, type Survey } from '../survey'
import type { Solved, Unsolved } from './solve'

// What is not declared is proposed only where it tells what a part is and in which state; how large it came out, or how
// strong its contrast is, follows from what is declared.
const TELLING = /^(present|visible|role|name|focusable|state\..+)$/

const NO_ROLE = new Set(['none', 'generic'])

/** Whether a reading is worth a rule: an author set it to something, or it varies over the matrix. */
export function isWorthSaying(survey: Survey, reading: number): boolean {
  const { declared, initial, byLayout, reading: name } = survey.readings[reading]!
  if (byLayout || !(declared || TELLING.test(name))) return false
  let first: number | undefined
  let varies = false
  for (const { read } of survey.cases) {
    const place = read[reading]!
    if (place < 0) continue
    first ??= place
    if (place !== first && !(name === 'role' && NO_ROLE.has(survey.texts[place]!) && NO_ROLE.has(survey.texts[first]!)))
      varies = true
  }
  if (first === undefined) return false
  if (varies) return true
  return declared && !isReset(name) && survey.texts[first] !== initial
}

/** Whether a shorthand could be read as one value in every case in which its part is there. */
const isWhole = (survey: Survey, reading: number): boolean =>
  survey.cases.every((surveyed) => !/^$|: /.test(textIn(survey, surveyed, reading) ?? 'absent'))

/** A line that is drawn in no case: that it is not drawn is all that there is to say. */
const isNeverDrawn = (survey: Survey, reading: number): boolean =>
  /^(border|outline)$/.test(survey.readings[reading]!.reading) &&
  survey.cases.every((surveyed) => /\bnone\b/.test(textIn(survey, surveyed, reading) ?? 'none'))

/**
 * Of the readings of one part, those that say the most in the fewest claims: a shorthand where it needs no more than its longhands.
 * @param readings by name, only what is worth saying and shorthands
 */
export function fold(
  survey: Survey,
  readings: ReadonlyMap<string, number>,
  solve: (reading: number) => Solved | Unsolved,
): { solved: Solved[]; left: { reading: number; why: Unsolved }[] } {
  const solved = new Map<string, Solved>()
  const left: { reading: number; why: Unsolved }[] = []
  for (const [name, reading] of readings) {
    if (name in SHORTHANDS) continue
    const answer = solve(reading)
    if (typeof answer === 'string') left.push({ reading, why: answer })
    else solved.set(name, answer)
  }
  // The smallest shorthands come first, so that the larger ones are measured against them.
  const shorthands = Object.entries(SHORTHANDS).sort(([, a], [, b]) => a.length - b.length)
  for (const [name, longhands] of shorthands) {
    const reading = readings.get(name)
    if (reading === undefined || !isWhole(survey, reading) || isNeverDrawn(survey, reading)) continue
    const parts = [...solved].filter(([part]) => (SHORTHANDS[part] ?? [part]).every((each) => longhands.includes(each)))
    if (parts.length < 2) continue
    const whole = solve(reading)
    if (typeof whole === 'string') continue
    if (whole.claims.length > parts.reduce((sum, [, { claims }]) => sum + claims.length, 0)) continue
    for (const [part] of parts) solved.delete(part)
    solved.set(name, whole)
  }
  return { solved: [...solved.values()], left }
}
