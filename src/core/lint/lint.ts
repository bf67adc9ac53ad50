import type { CodeProp } from '../code'
import { spaceOf } from '../matrix'
import type { Library, Sheet } from '../sheet'
import { readRules } from '../spec'
import type { TokenBook } from '../tokens'
import type { Fault, Fix, LintDefinition, Severity, SheetSubject, Subjects } from './defineLint'
import { LINT_LIST } from './list'
import { scenarioIssuesOf } from './scenarios'
import { settingFaultsOf } from './settings'
import type { TokenAbout } from './tokenFaults'

type Definition = (typeof LINT_LIST)[number]
export type LintCode = Definition['code']

/** What is wrong with a sheet or a library. */
export interface Lint {
  code: LintCode
  severity: Severity
  /** What is wrong and what to do. */
  message: string
  file: string
  line: number
  /** What it is about, as data, where a fix can be made from that. */
  about?: unknown
}

/** Definitions by code. */
export const LINTS: ReadonlyMap<LintCode, LintDefinition<LintCode>> = new Map(
  LINT_LIST.map((definition) => [definition.code, definition as LintDefinition<LintCode>]),
)

/** What a lint of this code is about; undefined for another. */
export const aboutOf = <Code extends LintCode>(
  { code, about }: Lint,
  wanted: Code,
): AboutOf<Extract<Definition, { code: Code }>> | undefined =>
  code === wanted ? (about as AboutOf<Extract<Definition, { code: Code }>>) : undefined

type AboutOf<D> = D extends LintDefinition<string, infer About> ? About : never

/** Makes a lint of what is wrong. */
export const makeLint = (code: LintCode, { at, message, about }: Fault<unknown>): Lint => ({
  code,
  severity: LINTS.get(code)!.severity,
  message,
  file: at.file,
  line: at.line,
  ...(about !== undefined && { about }),
})

/** Runs all lints that look at such a subject. */
function run<Scope extends keyof Subjects>(scope: Scope, subject: Subjects[Scope]): Lint[] {
  const lints: Lint[] = []
  for (const { code, find } of LINTS.values())
    for (const fault of find[scope]?.(subject) ?? []) lints.push(makeLint(code, fault))
  return lints
}

/**
 * Everything that is wrong with a sheet before it is rendered, in the order of its lines.
 * @param code props as the component's code declares them
 */
export function lintSheet(sheet: Sheet, library: Library, tokens: TokenBook, code?: readonly CodeProp[]): Lint[] {
  const space = spaceOf(sheet, library)
  const { rules, issues } = readRules(sheet, space.dimensions)
  const scenarioIssues = scenarioIssuesOf({ sheet, library, space, tokens })
  const subject: SheetSubject = {
    sheet,
    library,
    tokens,
    space,
    rules,
    claimIssues: issues,
    scenarioIssues,
    settingFaults: settingFaultsOf(sheet, library),
    ...(code && { code }),
  }
  return run('sheet', subject).toSorted((a, b) =>
    a.file === b.file ? a.line - b.line : a.file === sheet.file ? -1 : 1,
  )
}

/** What is wrong with what all components share. */
export const lintLibrary = (library: Library, tokens: TokenBook): Lint[] => [
  // A type that is not known is told once a file.
  ...lintTokens(library, tokens).filter(({ code }) => code !== 'unknown-type'),
  ...run('library', { library, tokens }),
]

/** What is wrong with single tokens, told at the token's file. */
export const lintTokens = (library: Library, tokens: TokenBook): Lint[] => run('tokens', { library, tokens })

/** The token that one of `lintTokens` is about. */
export const tokenOf = ({ about }: Lint): string | undefined => (about as TokenAbout | undefined)?.token

/** What only the rendered component shows. */
export const lintRendered = (
  sheet: Sheet,
  facts: Subjects['rendered']['facts'],
  styles: Subjects['rendered']['styles'],
): Lint[] => run('rendered', { sheet, facts, styles })

/** What varies and no rule speaks of. */
export const lintSurvey = (sheet: Sheet, coverage: Subjects['survey']['coverage']): Lint[] =>
  run('survey', { sheet, coverage })

/** Rules that say nothing, as far as breaking the component shows. */
export const lintStrength = (sheet: Sheet, untested: readonly number[]): Lint[] => run('strength', { sheet, untested })

/** The change of the sheet that mends a lint, where there is exactly one that an author could mean. */
export const fixOf = ({ code, about }: Lint, sheet: Sheet): Fix | undefined =>
  about === undefined ? undefined : LINTS.get(code)?.fix?.(about, sheet)
