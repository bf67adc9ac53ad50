import { counted } from '../../words'
import { failedWords } from '../failed'
import { groupFindings } from '../groups'
import { failedStep, whyChanged } from '../words'
import { defineReporter, type Paint, type ReportHelp } from '../defineReporter'
import type { ComponentReport, Finding, Report } from '../reportSchema'

type Level = 'error' | 'warning' | 'note'

interface Place {
  path: string
  line: number
}

/** One result of a run, before it is written as SARIF has it. */
interface Result {
  rule: string
  level: Level
  message: string
  at: Place
  related: readonly (Place & { message: string })[]
  /** What names it from run to run, whatever line it stands in. */
  name: readonly string[]
}

/** What is found besides lints. */
const RULES = {
  misses: ['A reading misses what its rule asks for.', 'Change the declaration that is named, or the rule.'],
  unread: ['A reading could not be taken.', 'The message says why; nothing is known of these cases.'],
  scenario: ['A scenario does not hold.', 'The step that is named came out otherwise than the sheet says.'],
  picture: ['Pictures differ from the approved ones.', 'Approve them with `brelt approve`, or take the change back.'],
} as const

function write(report: Report, _: Paint, help: ReportHelp): string {
  const prefix = report.git?.folder ?? ''
  const results = report.components.flatMap((component) => resultsOf(component))
  const used = [...new Set(results.map(({ rule }) => rule))]
  const log = {
    $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: { driver: { name: 'Brelt', rules: used.map((id) => ruleOf(id, help)) } },
        invocations: [{ executionSuccessful: true, startTimeUtc: report.startedAt }],
        ...(report.git && { properties: { commit: report.git.commit, branch: report.git.branch ?? '' } }),
        columnKind: 'utf16CodeUnits',
        results: results.map((result) => written(result, used, prefix)),
      },
    ],
  }
  return JSON.stringify(log, null, 2) + '\n'
}

function ruleOf(id: string, { lint }: ReportHelp) {
  const about = lint(id) ?? id
  const [short, help] = id in RULES ? RULES[id as keyof typeof RULES] : [about, about]
  return { id, shortDescription: { text: short }, help: { text: help } }
}

const locationOf = ({ path, line }: Place, prefix: string) => ({
  physicalLocation: {
    artifactLocation: { uri: encodeURI(prefix + path), uriBaseId: '%SRCROOT%' },
    region: { startLine: Math.max(1, line) },
  },
})

const written = ({ rule, level, message, at, related, name }: Result, rules: readonly string[], prefix: string) => ({
  ruleId: rule,
  ruleIndex: rules.indexOf(rule),
  level,
  message: { text: message },
  locations: [locationOf(at, prefix)],
  ...(related.length > 0 && {
    relatedLocations: related.map(({ message: text, ...place }, id) => ({
      id,
      message: { text },
      ...locationOf(place, prefix),
    })),
  }),
  partialFingerprints: { 'brelt/v1': [rule, ...name].join('|') },
})

function resultsOf(component: ComponentReport): Result[] {
  const { slug, failed = [], lints, findings, scenarios, pictures } = component
  const sheet = component.sheet ?? `${slug}.sheet.yaml`
  const pathOf = ({ path, file }: { path?: string | undefined; file: string }) => path ?? file
  return [
    ...lints.map((lint): Result => ({
      rule: lint.code,
      level: lint.severity,
      message: lint.message,
      at: { path: pathOf(lint), line: lint.line },
      related: [],
      name: [slug, lint.message],
    })),
    ...failed.map((each): Result => ({
      rule: 'unread',
      level: 'error',
      message: failedWords(each),
      at: { path: sheet, line: 1 },
      related: [],
      name: [slug, 'cases', each.reason],
    })),
    ...groupFindings(findings).map((group) => ofFindings(group, slug, sheet)),
    ...scenarios
      .filter(({ verdict }) => verdict !== 'holds')
      .map(({ name, verdict, line, steps }): Result => {
        const step = failedStep({ steps })
        return {
          rule: 'scenario',
          level: 'error',
          message: `${name}: ${verdict}${step ? `; at ${step.at} ms, ${step.step}: ${step.message}` : ''}`,
          at: { path: sheet, line: step?.line ?? line },
          related: [{ path: sheet, line, message: 'The scenario.' }],
          name: [slug, name],
        }
      }),
    ...(pictures.groups ?? []).map(({ causes, pictures: own }): Result => {
      const line = causes.map(({ after, before }) => after ?? before).find(Boolean)
      const words = whyChanged({ causes })
      return {
        rule: 'picture',
        level: 'error',
        message: `${counted(own.length, 'picture')} of ${slug} changed: ${words}`,
        at: line ? { path: pathOf(line), line: line.line } : { path: sheet, line: 1 },
        related: [],
        name: [slug, words],
      }
    }),
  ]
}

/** A miss stands where the declaration is that made it so; the rule is told beside it. */
function ofFindings(group: readonly [Finding, ...Finding[]], slug: string, sheet: string): Result {
  const [{ part, reading, verdict, rule, origin, expected }] = group
  const at = { path: sheet, line: rule.line }
  const through = origin?.through ?? []
  return {
    rule: verdict,
    level: 'error',
    message: group.map(({ message }) => message).join('\n'),
    at: origin ? { path: origin.path ?? origin.file, line: origin.line } : at,
    related: [
      ...(origin ? [{ ...at, message: `The rule: ${expected}` }] : []),
      ...through.map((each) => ({ path: each.path ?? each.file, line: each.line, message: each.declaration })),
    ],
    name: [slug, part, reading, expected, origin?.declaration ?? ''],
  }
}

export const sarif = defineReporter({
  format: 'sarif',
  about: 'For code hosts, which show it at the lines of a change: SARIF 2.1.0.',
  write,
})
