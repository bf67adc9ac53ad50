import { counted } from '../../words'
import { SHEET_SUFFIX } from '../../sheet'
import { defineReporter, type Paint } from '../defineReporter'
import { proposalWords, strengthWords, totalStrength } from '../strength'
import { failedWords, otherFindings } from '../failed'
import { casesOf, groupFindings, shownValue, valueWords, type Shown } from '../groups'
import { failedStep } from '../words'
import type { ComponentReport, Finding, Report, ScenarioReport } from '../reportSchema'

const CASES_SHOWN = 3
const CAUSES_SHOWN = 4

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
    ...pictureWords(report, paint),
    ...totalWords(report),
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
  return `; read by an earlier run: ${counted(cases, 'case')}, ${counted(scenarios, 'scenario')}`
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

function pictureWords({ components }: Report, paint: Paint): string[] {
  const sum = (of: (pictures: ComponentReport['pictures']) => number) =>
    components.reduce((total, { pictures }) => total + of(pictures), 0)
  const [same, changed, fresh] = [sum((each) => each.same), sum((each) => each.changed), sum((each) => each.new)]
  const elsewhere = sum((each) => each.otherRig ?? 0)
  if (same + changed + fresh + elsewhere === 0) return []
  return [
    `${counted(same, 'picture')} the same`,
    ...(changed ? [paint.miss(`${changed} changed`)] : []),
    ...(fresh ? [paint.miss(`${fresh} new`)] : []),
    ...(elsewhere ? [paint.warn(`${elsewhere} approved for another rig only`)] : []),
  ]
}

function totalWords(report: Report): string[] {
  const total = totalStrength(report)
  return total ? [`strength ${strengthWords(total)}`] : []
}

/** What nothing noticed, with what would. */
function strengthLines({ strength }: ComponentReport, paint: Paint): string[] {
  if (!strength) return []
  const { unnoticed, idle, failed, notes } = strength
  const apart = [
    ...(idle > 0 ? [`${idle} change nothing`] : []),
    ...(failed > 0 ? [`${failed} could not be tried`] : []),
  ]
  return [
    `    strength ${paint.strong(strengthWords(strength))}${apart.length > 0 ? paint.dim(`; ${apart.join(', ')}`) : ''}`,
    ...unnoticed.flatMap(({ told, at, proposal }) => [
      `      ${paint.warn('unnoticed')} ${told.replaceAll(/\s+/g, ' ')}${at ? `  ${paint.dim(`${at.file}:${at.line}`)}` : ''}`,
      ...(proposal ? [`        ${paint.dim('would be noticed by')} ${proposalWords(proposal)}`] : []),
    ]),
    ...notes.map((note) => `      ${paint.warn('note')} ${note}`),
  ]
}

function componentText(component: ComponentReport, paint: Paint): string {
  const { name, slug, cases, failed = [], lints, notes, pictures } = component
  const lines = [
    '',
    `${stateOf(component, paint)}  ${paint.strong(name)} ${paint.dim(`${slug}, ${counted(cases, 'case')}`)}`,
  ]
  for (const each of failed)
    lines.push(`    ${paint.miss(failedWords(each))}`, `      ${paint.dim(shownCases(each.cases))}`)
  for (const group of groupFindings(otherFindings(component)))
    lines.push(...findingLines(group, slug + SHEET_SUFFIX, paint))
  for (const scenario of failedScenarios(component)) lines.push(...scenarioLines(scenario, slug + SHEET_SUFFIX, paint))
  for (const { code, severity, message, file, line } of lints) {
    const label = severity === 'error' ? paint.miss(code) : paint.warn(code)
    lines.push(`    ${label} ${message} ${paint.dim(`${file}:${line}`)}`)
  }
  lines.push(...pictureLines(pictures, paint), ...strengthLines(component, paint))
  for (const note of notes) lines.push(`    ${paint.warn('note')} ${note}`)
  return lines.join('\n')
}

const failedScenarios = ({ scenarios }: ComponentReport) => scenarios.filter(({ verdict }) => verdict !== 'holds')

function stateOf(component: ComponentReport, paint: Paint): string {
  const { findings, failed = [], pictures, hollow } = component
  const bad = failedScenarios(component)
  const misses =
    groupFindings(findings.filter(({ verdict }) => verdict === 'misses')).length +
    bad.filter(({ verdict }) => verdict !== 'unread').length
  if (misses > 0) return paint.miss(`◣ ${misses} ${misses === 1 ? 'finding' : 'findings'}`)
  if (findings.length + bad.length + failed.length > 0) return paint.miss('☒ unread')
  if (pictures.changed + pictures.new > 0) return paint.warn('◩ to approve')
  return hollow ? paint.warn('□ hollow: nothing was read') : paint.good('■ holds')
}

function scenarioLines(
  { name, verdict, line, steps, otherSteps }: ScenarioReport,
  sheet: string,
  paint: Paint,
): string[] {
  const told = (list: ScenarioReport['steps']) => {
    const found = failedStep({ steps: list })
    return found
      ? [`      at ${found.at} ms, ${found.step} ${paint.dim(`${sheet}:${found.line}`)}`, `      ${found.message}`]
      : ['      it held']
  }
  const other = otherSteps ? [paint.dim('      and another time:'), ...told(otherSteps)] : []
  const label = verdict === 'misses' ? '' : `${verdict}: `
  return [`    ${paint.miss(label)}${paint.strong(name)} ${paint.dim(`${sheet}:${line}`)}`, ...told(steps), ...other]
}

function pictureLines({ groups = [], newCases = [], gone = [] }: ComponentReport['pictures'], paint: Paint): string[] {
  const changed = groups.flatMap(({ causes, pictures }, at) => [
    `    ${paint.miss(`${counted(pictures.length, 'picture')} changed`)} ${paint.dim(`group ${at + 1}`)}`,
    ...causes.slice(0, CAUSES_SHOWN).map(({ text, after, before }) => {
      const line = after ?? before
      return `      ${text}${line ? `  ${paint.dim(`${line.file}:${line.line}`)}` : ''}`
    }),
    ...(causes.length > CAUSES_SHOWN ? [`      … ${causes.length} causes in all`] : []),
    ...(causes.length === 0 ? ['      nothing that was read explains it'] : []),
    `      ${paint.dim(shownCases(pictures.map((each) => each.case)))}`,
  ])
  const told = (cases: readonly string[], words: string) =>
    cases.length === 0 ? [] : [`    ${paint.warn(words)} ${paint.dim(shownCases(cases))}`]
  return [
    ...changed,
    ...told(newCases, `${counted(newCases.length, 'new picture')}, not approved:`),
    ...told(gone, `${counted(gone.length, 'approved picture')} of no case any more:`),
  ]
}

/** The first cases, and how many there are. */
function shownCases(cases: readonly string[]): string {
  const shown = cases.slice(0, CASES_SHOWN).map((key) => key || '(the only case)')
  return shown.join('   ') + (cases.length > CASES_SHOWN ? `   … ${cases.length} in all` : '')
}

function findingLines(group: readonly [Finding, ...Finding[]], sheet: string, paint: Paint): string[] {
  const [{ part, reading, verdict, rule, origin, message }] = group
  const shown: Shown = {
    expected: shownValue,
    measured: (text) => paint.miss(shownValue(text)),
    plain: (text) => text,
  }
  const said = verdict === 'unread' ? message : valueWords(group, shown)
  return [
    `    ${paint.strong(`${part} · ${reading}`)}  ${said}`,
    ...(origin ? [`      ${origin.declaration}  ${paint.dim(`${origin.file}:${origin.line}`)}`] : []),
    `      ${paint.dim(`rule ${sheet}:${rule.line} · ${shownCases(casesOf(group))}`)}`,
  ]
}

export const text = defineReporter({
  format: 'text',
  about: 'For people in a terminal: misses grouped by their cause.',
  isLines: true,
  write,
})
