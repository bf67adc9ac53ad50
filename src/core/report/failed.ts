import { counted } from '../words'
import type { ComponentReport, Finding } from './reportSchema'

/** Cases that could not be read at all, and what kept them from it. */
export type FailedCases = NonNullable<ComponentReport['failed']>[number]

/** Cases that could not be read at all, in one sentence. */
export const failedWords = ({ reason, cases }: FailedCases): string =>
  `${counted(cases.length, 'case')} could not be read: ${reason}`

/** Findings that say more than that their cases could not be read at all: for people, who are told that once. */
export function otherFindings({ findings, failed = [] }: Pick<ComponentReport, 'findings' | 'failed'>): Finding[] {
  const lost = new Set(failed.flatMap(({ cases }) => cases))
  return findings.filter(({ verdict, cases }) => verdict !== 'unread' || cases.some((key) => !lost.has(key)))
}
