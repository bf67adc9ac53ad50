import { SHEET_SUFFIX } from '../sheet'
import { readable } from '../spec'
import type { ComponentReport, Finding, Report } from './reportSchema'

/** How a text is emphasised; without colour the texts stay as they are. */
export interface Paint {
  miss(text: string): string
  warn(text: string): string
  good(text: string): string
  dim(text: string): string
  strong(text: string): string
}

const CASES_SHOWN = 3

/** The report as people read it in a terminal: misses grouped by their cause. */
export function reportText(report: Report, paint: Paint): string {
  const { totals } = report
  const parts = report.components.map((component) => componentText(component, paint))
  const seconds = (report.milliseconds / 1000).toFixed(1)
  const summary = [
    `${totals.cases} cases`,
    `${totals.readings} readings`,
    paint.good(`${totals.holds} hold`),
    totals.misses ? paint.miss(`${totals.misses} miss`) : '0 miss',
    ...(totals.unread ? [paint.miss(`${totals.unread} unread`)] : []),
    ...(totals.lints.error ? [paint.miss(`${totals.lints.error} lint errors`)] : []),
    ...(totals.lints.warning ? [paint.warn(`${totals.lints.warning} lint warnings`)] : []),
  ]
  return [
    ...parts,
    '',
    `${paint.strong(report.library)}: ${summary.join(', ')}`,
    paint.dim(`${report.browser}, ${seconds} s`),
    '',
  ].join('\n')
}

function componentText({ name, slug, cases, findings, lints, notes }: ComponentReport, paint: Paint): string {
  const misses = findings.filter(({ verdict }) => verdict === 'misses').length
  const state =
    findings.length === 0
      ? paint.good('■ holds')
      : misses > 0
        ? paint.miss(`◣ ${misses} ${misses === 1 ? 'finding' : 'findings'}`)
        : paint.miss('☒ unread')
  const lines = ['', `${state}  ${paint.strong(name)} ${paint.dim(`${slug}, ${cases} cases`)}`]
  for (const finding of findings) lines.push(...findingLines(finding, slug + SHEET_SUFFIX, paint))
  for (const { code, severity, message, file, line } of lints) {
    const label = severity === 'error' ? paint.miss(code) : paint.warn(code)
    lines.push(`    ${label} ${message} ${paint.dim(`${file}:${line}`)}`)
  }
  for (const note of notes) lines.push(`    ${paint.warn('note')} ${note}`)
  return lines.join('\n')
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
