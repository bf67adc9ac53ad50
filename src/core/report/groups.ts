import { groupBy } from '../group'
import { readable } from '../spec'
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

/** How each form of report shows a text: what is measured is set apart. */
export interface Shown {
  expected(text: string): string
  measured(text: string): string
  plain(text: string): string
}

const AS_IS = (text: string) => text

/**
 * What a group expects and what was read: `expected 22px, read 20px (-2px)`, or, where that differs,
 * `expected 22px, read 20px (-2px) in 4, 19px (-3px) in 1`.
 */
export function valueWords(
  group: readonly Finding[],
  { expected, measured, plain }: Shown = { expected: AS_IS, measured: AS_IS, plain: AS_IS },
): string {
  const byExpected = groupBy(group.slice(0, VALUES_SHOWN), (each) => each.expected)
  const read = (each: Finding) =>
    [
      measured(readable(each.measured) || 'nothing'),
      ...(each.difference ? [plain(`(${each.difference})`)] : []),
      ...(group.length > 1 ? [`in ${each.cases.length}`] : []),
    ].join(' ')
  const all = [...byExpected].map(
    ([what, own]) => `expected ${expected(readable(what))}, read ${own.map(read).join(', ')}`,
  )
  return all.join('; ') + (group.length > VALUES_SHOWN ? `, … ${group.length} values in all` : '')
}
