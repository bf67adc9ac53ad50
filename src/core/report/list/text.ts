import { counted } from '../../words'
import { SHEET_SUFFIX } from '../../sheet'
import { readable } from '../../spec'
import { defineReporter, type Paint } from '../defineReporter'
import type { ComponentReport, Finding, Report, ScenarioReport } from '../reportSchema'

const CASES_SHOWN = 3

function write(report: Report, paint: Paint): string {
  const { totals } = report
  const parts = report.components.map((component) => componentText(component, paint))
  const seconds = (report.milliseconds / 1000).toFixed(1)
  const summary = [
    `${totals.cases} cases`,
    `${totals.readings} readings`,
    paint.good(`${totals.holds} hold`),
    totals.misses ? paint.miss(`${totals.misses} miss`) : '0 miss',
    ...(totals.unread ? [paint.miss(`${totals.unread} unread`)] : []),
    ...scenarioWords(totals.scenarios, paint),
    ...(totals.lints.error ? [paint.miss(`${totals.lints.error} lint errors`)] : []),
    ...(totals.lints.warning ? [paint.warn(`${totals.lints.warning} lint warnings`)] : []),
  ]
  return [
    ...parts,
    '',
    `${paint.strong(report.library)}: ${summary.join(', ')}`,
    paint.dim(`${report.browser}, ${seconds} s${reusedWords(report)}`),
    '',
  ].join('\n')
}

/** How much was not read again. */
function reusedWords({ components }: Report): string {
  const sum = (what: 'cases' | 'scenarios') =>
    components.reduce((total, { reused }) => total + (reused?.[what] ?? 0), 0)
  const [cases, scenarios] = [sum('cases'), sum('scenarios')]
  if (cases + scenarios === 0) return ''
  return `; unchanged since an earlier run: ${counted(cases, 'case')}, ${counted(scenarios, 'scenario')}`
}

function scenarioWords({ holds, misses, unsteady, unread }: Report['totals']['scenarios'], paint: Paint): string[] {
  const all = holds + misses + unsteady + unread
  if (all === 0) return []
  const bad = [
    ...(misses ? [`${misses} miss`] : []),
    ...(unsteady ? [`${unsteady} unsteady`] : []),
    ...(unread ? [`${unread} unread`] : []),
  ]
  const count = `${all} ${all === 1 ? 'scenario' : 'scenarios'}`
  return [bad.length > 0 ? paint.miss(`${count} (${bad.join(', ')})`) : `${count} hold`]
}

function componentText(component: ComponentReport, paint: Paint): string {
  const { name, slug, cases, findings, lints, notes, scenarios } = component
  const failed = scenarios.filter(({ verdict }) => verdict !== 'holds')
  const misses =
    findings.filter(({ verdict }) => verdict === 'misses').length +
    failed.filter(({ verdict }) => verdict !== 'unread').length
  const state =
    findings.length + failed.length === 0
      ? paint.good('■ holds')
      : misses > 0
        ? paint.miss(`◣ ${misses} ${misses === 1 ? 'finding' : 'findings'}`)
        : paint.miss('☒ unread')
  const lines = ['', `${state}  ${paint.strong(name)} ${paint.dim(`${slug}, ${counted(cases, 'case')}`)}`]
  for (const finding of findings) lines.push(...findingLines(finding, slug + SHEET_SUFFIX, paint))
  for (const scenario of failed) lines.push(...scenarioLines(scenario, slug + SHEET_SUFFIX, paint))
  for (const { code, severity, message, file, line } of lints) {
    const label = severity === 'error' ? paint.miss(code) : paint.warn(code)
    lines.push(`    ${label} ${message} ${paint.dim(`${file}:${line}`)}`)
  }
  for (const note of notes) lines.push(`    ${paint.warn('note')} ${note}`)
  return lines.join('\n')
}

function scenarioLines(
  { name, verdict, line, steps, otherSteps }: ScenarioReport,
  sheet: string,
  paint: Paint,
): string[] {
  const told = (list: ScenarioReport['steps']) => {
    const found = list.find((step) => step.verdict === 'misses' || step.verdict === 'unread')
    return found
      ? [`      at ${found.at} ms, ${found.step} ${paint.dim(`${sheet}:${found.line}`)}`, `      ${found.message}`]
      : ['      it held']
  }
  const other = otherSteps ? [paint.dim('      and another time:'), ...told(otherSteps)] : []
  const label = verdict === 'misses' ? '' : `${verdict}: `
  return [`    ${paint.miss(label)}${paint.strong(name)} ${paint.dim(`${sheet}:${line}`)}`, ...told(steps), ...other]
}

function findingLines(
  { part, reading, verdict, expected, measured, difference, cases, rule, origin, message }: Finding,
  sheet: string,
  paint: Paint,
): string[] {
  const shown = cases
    .slice(0, CASES_SHOWN)
    .map((key) => key || '(the only case)')
    .join('   ')
  const more = cases.length > CASES_SHOWN ? `   … ${cases.length} in all` : ''
  const said =
    verdict === 'unread'
      ? `${paint.strong(`${part} · ${reading}`)}  ${message}`
      : `${paint.strong(`${part} · ${reading}`)}  expected ${readable(expected)}, read ${paint.miss(readable(measured) || 'nothing')}${difference ? ` (${difference})` : ''}`
  return [
    `    ${said}`,
    ...(origin ? [`      ${origin.declaration}  ${paint.dim(`${origin.file}:${origin.line}`)}`] : []),
    `      ${paint.dim(`rule ${sheet}:${rule.line} · ${shown}${more}`)}`,
  ]
}

export const text = defineReporter({
  format: 'text',
  about: 'For people in a terminal: misses grouped by their cause.',
  write,
})
