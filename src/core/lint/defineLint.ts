import type { YamlEdit } from '../yaml'
import type { CodeProp } from '../code'
import type { Space } from '../matrix'
import type { Place } from '../problem'
import type { Library, Sheet } from '../sheet'
import type { ClaimIssue, Rule } from '../spec'
import type { ScenarioIssue } from '../steps'
import type { Covered } from '../survey'
import type { TokenBook } from '../tokens'
import type { SettingFault } from './settings'
import type { RenderedFacts, StyleTexts } from './renderedFacts'

export type Severity = 'error' | 'warning'

/** What is found wrong, and what to do. */
export interface Fault<About = undefined> {
  at: Pick<Place, 'file' | 'line'>
  message: string
  /** What it is about, as data, for a fix or a view. */
  about?: About
}

/** What each lint may look at. */
export interface Subjects {
  /** A sheet before anything is rendered. */
  sheet: SheetSubject
  /** A sheet with what stands in its component's rendered cases. */
  rendered: { sheet: Sheet; facts: RenderedFacts; styles: StyleTexts }
  /** A sheet with how its parts vary along its axes. */
  survey: { sheet: Sheet; coverage: readonly Covered[] }
  /** A sheet with its rules that no break of the component makes miss, by their places. */
  strength: { sheet: Sheet; untested: readonly number[] }
  /** What all components share. */
  library: { library: Library; tokens: TokenBook }
  /** The library's tokens, one by one. */
  tokens: { library: Library; tokens: TokenBook }
}

export interface SheetSubject {
  sheet: Sheet
  library: Library
  tokens: TokenBook
  space: Space
  rules: readonly Rule[]
  claimIssues: readonly ClaimIssue[]
  /** What keeps scenarios, and steps that reach axis values, from being run. */
  scenarioIssues: readonly ScenarioIssue[]
  /** What examples, and components that fill slots, are set to that is not there. */
  settingFaults: readonly SettingFault[]
  /** Props as the component's code declares them, where it does. */
  code?: readonly CodeProp[]
}

/** What mends a lint at one press. */
export interface Fix {
  label: string
  edits: YamlEdit[]
}

/** A lint. The reference in `docs/`, severities, fixes and where the application shows it follow from it. */
export interface LintDefinition<Code extends string = string, About = unknown> {
  code: Code
  severity: Severity
  /** One sentence for the reference. */
  about: string
  /** It concerns rules, and stands where these do. */
  isOfRules?: true
  find: { [Scope in keyof Subjects]?: (subject: Subjects[Scope]) => Iterable<Fault<About>> }
  /** The change of the sheet that mends it, where there is exactly one that an author could mean. */
  fix?(about: About, sheet: Sheet): Fix | undefined
}

/** Defines a lint. */
export const defineLint = <const Code extends string, About = undefined>(
  definition: LintDefinition<Code, About>,
): LintDefinition<Code, About> => definition
