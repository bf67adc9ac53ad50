import { readReachSteps, readScenarios } from '../scenario'
import type { ScenarioIssue } from '../steps'
import { partsOf } from '../spec'
import type { Fault, SheetSubject } from './defineLint'
import { noSuch } from './noSuch'

/** What keeps scenarios, and steps that reach axis values, from being run. */
export function scenarioIssuesOf({
  sheet,
  library,
  space,
  tokens,
}: Pick<SheetSubject, 'sheet' | 'library' | 'space' | 'tokens'>): ScenarioIssue[] {
  const scenarios = readScenarios(sheet, library, space)
  const reaching = sheet.axes.flatMap((axis) =>
    Object.entries(axis.reaches).flatMap(([value, reaches]) =>
      reaches.flatMap(
        ({ steps = [] }) => readReachSteps(sheet, library, steps, ['axes', axis.name, 'values', value, 'steps']).issues,
      ),
    ),
  )
  const withoutToken = scenarios.flatMap(({ steps, index }) =>
    steps.flatMap((step) =>
      ('expected' in step ? step.expected.claims : [])
        .flatMap(({ expectation }) => partsOf(expectation))
        .flatMap((part): ScenarioIssue[] => {
          if (part.kind !== 'token' || tokens.has(part.path)) return []
          const near = tokens.nearest(part.path)
          const path = ['scenarios', index, 'steps', step.index]
          const message = `no token "${part.path}"${near ? `; did you mean "${near}"?` : ''}`
          return [{ code: 'unknown-token', path, message }]
        }),
    ),
  )
  return [...scenarios.flatMap(({ issues }) => issues), ...reaching, ...withoutToken]
}

/** Those of one code, as faults. */
export const scenarioFaults = (
  { sheet, scenarioIssues }: SheetSubject,
  wanted: ScenarioIssue['code'],
): Fault<never>[] =>
  scenarioIssues
    .filter(({ code }) => code === wanted)
    .map(({ path, message, name }) => ({
      at: sheet.source.atKey(path),
      message: name ? noSuch(name.what, name.found, name.known) : sentence(message),
    }))

const sentence = (message: string) =>
  `${message[0]!.toUpperCase()}${message.slice(1)}${/[.?]$/.test(message) ? '' : '.'}`
