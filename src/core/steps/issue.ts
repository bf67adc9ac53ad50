import type { Sheet } from '../sheet'
import type { Path } from '../yaml'

/** What is wrong with a step, and where in the sheet. */
export interface ScenarioIssue {
  code:
    | 'unknown-part'
    | 'unknown-prop'
    | 'unknown-axis'
    | 'unknown-value'
    | 'unknown-token'
    | 'unknown-component'
    | 'bad-expectation'
  path: Path
  message: string
  /** The name that does not exist, among `known`, where that is what is wrong. */
  name?: { what: string; found: string; known: readonly string[] }
}

/** What reading a step needs to know. */
export interface StepContext {
  sheet: Sheet
  /** Values by context. */
  contexts: Readonly<Record<string, readonly string[]>>
  issue(issue: ScenarioIssue): void
}
