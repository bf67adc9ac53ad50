import { groupBy } from '../group'
import { readable } from '../spec'
import { counted } from '../words'
import type { Finding } from './reportSchema'

/** Of one cause, more values than these are not read by people. */
const VALUES_SHOWN = 6

const causeOf = ({ part, reading, verdict, rule, origin, message }: Finding): string =>
  JSON.stringify([
    ...[part, reading, verdict, rule.index],
    ...(verdict === 'unread' ? [message] : origin ? [origin.file, origin.line, origin.declaration] : []),
  ])

/** Findings of one expectation and one cause, which differ in what was expected or read there: the most frequent first. */
export function groupFindings(findings: readonly Finding[]): [Finding, ...Finding[]][] {
  const groups = groupBy(findings, causeOf)
  return [...groups.values()].map(
    (group) => group.toSorted((a, b) => b.cases.length - a.cases.length) as [Finding, ...Finding[]],
  )
}

/** The cases of a group. */
export const casesOf = (group: readonly Finding[]): string[] => group.flatMap(({ cases }) => cases)

/** `in 2 cases`; where values differ, each tells its own, and this sums them up. */
export const countWords = (group: readonly Finding[]): string =>
  `${group.length > 1 ? '; ' : ' in '}${counted(casesOf(group).length, 'case')}`

/** How a form of report, or a view, shows expected and measured values, and what is beside them. */
export interface Shown {
  expected(text: string): string
  measured(text: string): string
  plain(text: string): string
}

/** A value as a report tells it. */
export const shownValue = (text: string): string => readable(text) || 'nothing'

/**
 * What a group expects and what was read: `expected 22px, read 20px (-2px)`, or, where that differs,
 * `expected 22px, read 20px (-2px) in 4, 19px (-3px) in 1`.
 */
export function valueWords(group: readonly Finding[], { expected, measured, plain }: Shown): string {
  const byExpected = groupBy(group.slice(0, VALUES_SHOWN), (each) => each.expected)
  const read = (each: Finding) =>
    [
      measured(each.measured),
      ...(each.difference ? [plain(`(${each.difference})`)] : []),
      ...(group.length > 1 ? [`in ${each.cases.length}`] : []),
    ].join(' ')
  const all = [...byExpected].map(([what, own]) => `expected ${expected(what)}, read ${own.map(read).join(', ')}`)
  return all.join('; ') + (group.length > VALUES_SHOWN ? `, … ${group.length} values in all` : '')
}
