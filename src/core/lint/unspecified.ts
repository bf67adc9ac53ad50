import { isReset, longhandsOf, physical, SHORTHANDS } from '../css'
import type { Covered } from '../survey'
import { defineLint, type Fault, type Subjects } from './defineLint'

function* unsaid({ sheet, coverage }: Subjects['survey']): Generator<Fault<{ part: string; reading: string }>> {
  for (const { part, reading, along, texts } of unspecifiedReadings(coverage)) {
    const shown =
      texts
        .slice(0, 3)
        .map(([text]) => text)
        .join(', ') + (texts.length > 3 ? ', …' : '')
    const message = `${part} · ${reading} changes along ${along.join(', ')} (${shown}), and no rule speaks of it.`
    yield { at: sheet.source.atKey(['parts', part]), message, about: { part, reading } }
  }
}

/** What is inherited, and what comes out of layout, does not count. */
export const unspecified = defineLint({
  code: 'unspecified',
  severity: 'warning',
  about: 'A property that the component’s own styles declare changes along an axis, and no rule speaks of it.',
  find: { survey: unsaid },
})

/** What an author decided and lets vary: each once, under its shorthand where all of that varies together. */
export function unspecifiedReadings(coverage: readonly Covered[]): Covered[] {
  const all = coverage.filter(
    ({ declared, byLayout, along, reading, isSpecified }) =>
      declared && !byLayout && !isSpecified && along.length > 0 && !isReset(reading) && !reading.startsWith('-'),
  )
  const candidates = all.filter((covered) => !all.some((other) => isTwin(covered, other)))
  const isCandidate = (part: string, reading: string) =>
    candidates.some((each) => each.part === part && each.reading === reading)
  const shorthands = candidates
    .filter(
      ({ part, reading }) => reading in SHORTHANDS && longhandsOf(reading).every((each) => isCandidate(part, each)),
    )
    .sort((a, b) => longhandsOf(b.reading).length - longhandsOf(a.reading).length)
  const told: Covered[] = []
  const isTold = (part: string, longhand: string) =>
    told.some((each) => each.part === part && longhandsOf(each.reading).includes(longhand))
  for (const covered of [...shorthands, ...candidates.filter(({ reading }) => !(reading in SHORTHANDS))])
    if (!longhandsOf(covered.reading).every((each) => isTold(covered.part, each))) told.push(covered)
  const places = new Map(coverage.map((each, at) => [each, at]))
  return told.sort((a, b) => places.get(a)! - places.get(b)!)
}

/** A logical property that reads everywhere as its physical twin does. */
const isTwin = (covered: Covered, other: Covered) =>
  covered.part === other.part &&
  covered.reading !== other.reading &&
  physical(covered.reading) === other.reading &&
  JSON.stringify(covered.texts) === JSON.stringify(other.texts)
