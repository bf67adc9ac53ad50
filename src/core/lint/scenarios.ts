import { readReachSteps, readScenarios, type ScenarioIssue } from '../scenario'
import { partsOf } from '../spec'
import { makeLint, noSuch, type Lint, type LintSubject } from './lint'

/** What scenarios and reach steps name that does not exist, and what they say that cannot be read. */
export function* scenarioNames({ sheet, library, space, tokens }: LintSubject): Generator<Lint> {
  const scenarios = readScenarios(sheet, library, space)
  for (const issue of scenarios.flatMap(({ issues }) => issues)) yield lintOf(sheet, issue)
  for (const axis of sheet.axes) {
    for (const [value, reaches] of Object.entries(axis.reaches)) {
      for (const { steps = [] } of reaches)
        for (const issue of readReachSteps(sheet, library, steps, ['axes', axis.name, 'values', value, 'steps']).issues)
          yield lintOf(sheet, issue)
    }
  }
  for (const { steps, index } of scenarios) {
    for (const step of steps) {
      for (const { expectation } of 'expected' in step ? step.expected.claims : [])
        for (const part of partsOf(expectation)) {
          if (part.kind !== 'token' || tokens.has(part.path)) continue
          const near = tokens.nearest(part.path)
          const place = sheet.source.at(['scenarios', index, 'steps', step.index])
          yield makeLint('unknown-token', place, `No token "${part.path}".${near ? ` Did you mean "${near}"?` : ''}`)
        }
    }
  }
}

function lintOf(sheet: LintSubject['sheet'], { code, path, message, name }: ScenarioIssue): Lint {
  const place = sheet.source.atKey(path)
  if (!name) return makeLint(code, place, `${message[0]!.toUpperCase()}${message.slice(1)}.`)
  return makeLint(code, place, noSuch(name.what, name.found, name.known))
}
