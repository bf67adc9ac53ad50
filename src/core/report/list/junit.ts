import { defineReporter } from '../defineReporter'
import { failedWords } from '../failed'
import { whyChanged } from '../words'
import type { ComponentReport, Finding, Report, ScenarioReport } from '../reportSchema'
import { escaped } from '../xml'

/** One test case: what it is called, and what is wrong with it. */
interface TestCase {
  name: string
  file: string
  line?: number
  seconds?: number
  /** What does not hold, one line each. */
  failures: string[]
  /** What could not be found out. */
  errors: string[]
  /** Why it says nothing, where it neither passes nor fails. */
  skipped?: string
}

function write(report: Report): string {
  const suites = report.components.map((component) => ({ component, cases: casesOf(component) }))
  const all = suites.flatMap(({ cases }) => cases)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="${escaped(report.library)}" ${counts(all)} time="${(report.milliseconds / 1000).toFixed(3)}">`,
    ...suites.map(({ component, cases }) =>
      [
        `  <testsuite name="${escaped(component.slug)}" timestamp="${report.startedAt}" ${counts(cases)}>`,
        ...cases.map((each) => caseText(component.slug, each)),
        '  </testsuite>',
      ].join('\n'),
    ),
    '</testsuites>',
    '',
  ].join('\n')
}

const counts = (cases: readonly TestCase[]) => {
  const failures = cases.filter((each) => each.failures.length > 0 && each.errors.length === 0).length
  const [errors, skipped] = [
    cases.filter((each) => each.errors.length > 0).length,
    cases.filter((each) => each.skipped !== undefined).length,
  ]
  return `tests="${cases.length}" failures="${failures}" errors="${errors}"${skipped > 0 ? ` skipped="${skipped}"` : ''}`
}

function casesOf(component: ComponentReport): TestCase[] {
  const { slug, findings, scenarios, lints, pictures, cases } = component
  const sheet = component.sheet ?? `${slug}.sheet.yaml`
  const rules = new Map<number, Finding[]>()
  for (const finding of findings) rules.set(finding.rule.index, [...(rules.get(finding.rule.index) ?? []), finding])
  const messages = (some: readonly Finding[], verdict: Finding['verdict']) =>
    some.filter((each) => each.verdict === verdict).map(({ message }) => message)
  const errors = lints.filter(({ severity }) => severity === 'error')
  return [
    // Rules that hold are told together: the report does not list them.
    {
      name: `all other rules, in ${cases} cases`,
      file: sheet,
      failures: [],
      errors: [],
      ...(component.hollow && { skipped: 'hollow: nothing was read' }),
    },
    ...(component.failed ?? []).map((each): TestCase => ({
      name: failedWords(each),
      file: sheet,
      failures: [],
      errors: each.cases.map((key) => key || 'the only case'),
    })),
    ...[...rules.values()].map((own): TestCase => ({
      name: `rule ${own[0]!.rule.index + 1}: ${[...new Set(own.map(({ part, reading }) => `${part} ${reading}`))].join(', ')}`,
      file: sheet,
      line: own[0]!.rule.line,
      failures: messages(own, 'misses'),
      errors: messages(own, 'unread'),
    })),
    ...scenarios.map((scenario) => scenarioCase(scenario, sheet)),
    ...(errors.length > 0
      ? [
          {
            name: 'lints',
            file: sheet,
            failures: errors.map(({ code, message, file, line }) => `${code}: ${message} (${file}:${line})`),
            errors: [],
          },
        ]
      : []),
    ...(pictures.compared + pictures.new > 0
      ? [
          {
            name: `pictures of ${pictures.compared + pictures.new} cases`,
            file: sheet,
            failures: [
              ...(pictures.groups ?? []).map(
                ({ causes, pictures: own }) => `${own.length} changed: ${whyChanged({ causes })}`,
              ),
              ...(pictures.new > 0 ? [`${pictures.new} not approved`] : []),
            ],
            errors: [],
          },
        ]
      : []),
  ]
}

function scenarioCase({ name, verdict, line, milliseconds, steps }: ScenarioReport, file: string): TestCase {
  const told = steps
    .filter((step) => step.message !== '' && step.verdict !== 'holds')
    .map((step) => `${step.step}: ${step.message}`)
  const isBad = verdict === 'misses' || verdict === 'unsteady'
  return {
    name,
    file,
    line,
    seconds: milliseconds / 1000,
    failures: isBad ? [verdict === 'unsteady' ? 'it came out in two ways' : 'it misses', ...told] : [],
    errors: verdict === 'unread' ? ['it could not be performed', ...told] : [],
  }
}

function caseText(slug: string, { name, file, line, seconds, failures, errors, skipped }: TestCase): string {
  const place = `file="${escaped(file)}"${line === undefined ? '' : ` line="${line}"`}`
  const time = seconds === undefined ? '' : ` time="${seconds.toFixed(3)}"`
  const head = `    <testcase classname="${escaped(slug)}" name="${escaped(name)}" ${place}${time}`
  const [kind, all] =
    errors.length > 0 ? (['error', [...errors, ...failures]] as const) : (['failure', failures] as const)
  if (skipped !== undefined) return `${head}>\n      <skipped message="${escaped(skipped)}"/>\n    </testcase>`
  if (all.length === 0) return `${head}/>`
  return `${head}>\n      <${kind} message="${escaped(all[0]!)}">${escaped(all.join('\n'))}</${kind}>\n    </testcase>`
}

export const junit = defineReporter({
  format: 'junit',
  about: 'For pipelines: JUnit’s XML, with a test case for each scenario and for each rule that misses.',
  write,
})
