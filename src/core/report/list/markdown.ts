import { counted } from '../../words'
import { defineReporter } from '../defineReporter'
import { strengthWords, totalStrength } from '../strength'
import { countWords, groupFindings, shownValue, valueWords } from '../groups'
import { failedStep } from '../words'
import { failedWords, otherFindings } from '../failed'
import { standingWords } from '../makeReport'
import type { ComponentReport, Report } from '../reportSchema'

/** More findings than this are not read in a comment. */
const SHOWN = 20

/** Signs that would mean something to Markdown, in a text that means nothing by them. */
const plain = (text: string) => text.replace(/[\\`*_[\]<>|#]/g, '\\$&').replaceAll('\n', ' ')
const code = (text: string) => `\`${text.replaceAll('`', 'ˋ').replaceAll('\n', ' ')}\``
const value = (text: string) => code(shownValue(text))

function write(report: Report): string {
  const { totals, components } = report
  const standing = standingWords(report)
  const pictures = components.map((each) => each.pictures)
  const sum = (of: (each: (typeof pictures)[number]) => number) => pictures.reduce((total, each) => total + of(each), 0)
  const taken = sum((each) => each.compared + each.new)
  const lines = components.flatMap(linesOf)
  const strength = totalStrength(report)
  return [
    `## ${standing[0]!.toUpperCase()}${standing.slice(1)}: ${plain(report.library)}`,
    '',
    '| | |',
    '| --- | --- |',
    `| Cases | ${totals.cases}, ${totals.misses} readings miss${totals.unread ? `, ${totals.unread} unread` : ''} |`,
    `| Scenarios | ${totals.scenarios.holds} hold, ${totals.scenarios.misses + totals.scenarios.unsteady + totals.scenarios.unread} do not |`,
    ...(taken > 0
      ? [
          `| Pictures | ${sum((each) => each.same)} as approved, ${sum((each) => each.changed)} changed, ${sum((each) => each.new)} new |`,
        ]
      : []),
    ...(strength ? [`| Strength | ${strengthWords(strength)} |`] : []),
    `| Lints | ${counted(totals.lints.error, 'error')}, ${counted(totals.lints.warning, 'warning')} |`,
    '',
    ...lines.slice(0, SHOWN),
    ...(lines.length > SHOWN ? [`- … ${lines.length - SHOWN} more`] : []),
    '',
    `${report.browser}, ${(report.milliseconds / 1000).toFixed(1)} s${report.git ? `, commit ${report.git.commit.slice(0, 12)}` : ''}`,
    '',
  ].join('\n')
}

function linesOf(component: ComponentReport): string[] {
  const { name, failed = [], hollow, scenarios, pictures, lints } = component
  const own = `**${plain(name)}**`
  return [
    ...failed.map((each) => `- ${own}: ${plain(failedWords(each))}`),
    ...(hollow && failed.length === 0 ? [`- ${own}: hollow, nothing was read`] : []),
    ...(pictures.groups ?? []).map(
      ({ causes, pictures: all }) =>
        `- ${own}: ${counted(all.length, 'picture')} changed: ${causes.map(({ text }) => code(text)).join(', ') || 'nothing that was read explains it'}`,
    ),
    ...(pictures.new > 0 ? [`- ${own}: ${counted(pictures.new, 'new picture')}, not approved`] : []),
    ...groupFindings(otherFindings(component)).map((group) => {
      const [{ part, reading, verdict, origin, message }] = group
      if (verdict === 'unread') return `- ${own}: ${plain(message)}`
      const values = valueWords(group, { expected: value, measured: value, plain })
      return `- ${own} · ${code(`${part} ${reading}`)}: ${values}${countWords(group)}${origin ? ` (${code(`${origin.file}:${origin.line}`)})` : ''}`
    }),
    ...scenarios
      .filter(({ verdict }) => verdict !== 'holds')
      .map(({ name: scenario, verdict, steps }) => {
        const step = failedStep({ steps })
        return `- ${own}, ${plain(scenario)}: ${verdict}${step ? `, ${code(step.step)}: ${plain(step.message)}` : ''}`
      }),
    ...lints
      .filter(({ severity }) => severity === 'error')
      .map(
        ({ code: lint, message, file, line }) =>
          `- ${own}: ${code(lint)} ${plain(message)} (${code(`${file}:${line}`)})`,
      ),
  ]
}

export const markdown = defineReporter({
  format: 'markdown',
  about: 'For a comment on a change: short, worst first.',
  isLines: true,
  write,
})
