import { parseReading, parsePartReference } from '../readings'
import { type ExpectationSource } from '../sheet'
import { comparesCases, ExpectationError, parseExpectation, partsOf, type Claim, type Expectation } from '../spec'
import type { Path } from '../yaml'
import type { ScenarioIssue, StepContext } from './issue'
import type { EventClaim, Expected } from './expected'

/** Reads what a step expects: parts with their readings, and events. */
export function readExpected(context: StepContext, given: Record<string, unknown>, path: Path): Expected {
  const claims: Claim[] = []
  const events: EventClaim[] = []
  for (const [name, readings] of Object.entries(given)) {
    const at = [...path, name]
    if (typeof readings !== 'object' || readings === null || Array.isArray(readings)) {
      const message = `"${name}" needs readings, such as { visible: yes }`
      context.issue({ code: 'bad-expectation', path: at, message })
    } else if (name === 'events') events.push(...readEvents(context, readings as Record<string, unknown>, at))
    else claims.push(...readClaims(context, name, readings as Record<string, ExpectationSource>, at))
  }
  return { claims, events }
}

function* readClaims(
  { sheet, issue }: StepContext,
  name: string,
  readings: Record<string, ExpectationSource>,
  path: Path,
): Generator<Claim> {
  const known = Object.keys(sheet.parts)
  const noPart = (found: string, at: Path): ScenarioIssue => ({
    code: 'unknown-part',
    path: at,
    message: `no part "${found}"`,
    name: { what: 'part', found, known },
  })
  const target = parsePartReference(name)
  if (!known.includes(target.part)) return issue(noPart(target.part, path))
  // Judging tells by the rule where a claim stands.
  const rule = { index: 0, line: sheet.source.at(path).line, box: {}, weight: 0, claims: [] }
  for (const [text, source] of Object.entries(readings)) {
    const at = [...path, text]
    const parsed = parseReading(text)
    if ('problem' in parsed) {
      const hint = parsed.nearest ? `; did you mean "${parsed.nearest}"?` : ''
      issue({ code: 'bad-expectation', path: at, message: parsed.problem + hint })
      continue
    }
    const { reading } = parsed
    if (reading.other && !known.includes(reading.other.part)) issue(noPart(reading.other.part, at))
    const expectation = expectationAt(source, reading.kind === 'text', at, issue)
    if (!expectation) continue
    if (comparesCases(expectation))
      issue({ code: 'bad-expectation', path: at, message: 'a scenario has no other cases to compare with' })
    for (const part of partsOf(expectation))
      if (part.kind === 'reading' && !known.includes(parsePartReference(part.part).part)) issue(noPart(part.part, at))
    yield { part: name.replace(/\[1\]$/, ''), target, reading, expectation, rule }
  }
}

function* readEvents({ sheet, issue }: StepContext, given: Record<string, unknown>, path: Path): Generator<EventClaim> {
  const known = Object.keys(sheet.data.events)
  for (const [event, wanted] of Object.entries(given)) {
    const at = [...path, event]
    if (!known.includes(event))
      issue({
        code: 'bad-expectation',
        path: at,
        message: `no event "${event}"`,
        name: { what: 'event', found: event, known },
      })
    const isLong = typeof wanted === 'object' && wanted !== null && !Array.isArray(wanted)
    const { count, detail, ...others } = (isLong ? wanted : { count: wanted }) as Record<string, unknown>
    for (const name of Object.keys(others))
      issue({
        code: 'bad-expectation',
        path: [...at, name],
        message: `an event has "count" and "detail", no "${name}"`,
      })
    const expectation = count === undefined ? undefined : expectationAt(count as ExpectationSource, false, at, issue)
    yield { event, ...(expectation && { count: expectation }), ...(detail !== undefined && { detail }) }
  }
}

function expectationAt(
  source: ExpectationSource,
  isLiteral: boolean,
  path: Path,
  issue: StepContext['issue'],
): Expectation | undefined {
  try {
    return parseExpectation(source, { literal: isLiteral })
  } catch (error) {
    if (!(error instanceof ExpectationError)) throw error // our bug, not the author's
    issue({ code: 'bad-expectation', path, message: error.message })
    return undefined
  }
}
