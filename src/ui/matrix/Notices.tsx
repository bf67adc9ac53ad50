'use client'

import { useState } from 'react'
import type { ComponentState } from '@/contract'
import {
  casesOf,
  failedWords,
  groupFindings,
  otherFindings,
  valueWords,
  type FailedCases,
  type Shown,
} from '@/core/report'
import { asWrittenByPeople } from '@/core/spec'
import { counted } from '@/core/words'
import { Mark } from '../marks'

export interface NoticesProps {
  state?: ComponentState | undefined
  /** Opens the first case of a finding. */
  onShow(key: string): void
}

/** What the last run says of the component as a whole: findings by their cause, lints of the sheet, notes. */
export function Notices({ state, onShow }: NoticesProps) {
  const [isOpen, setOpen] = useState(false)
  const { lints = [], notes = [], failed = [] } = state ?? {}
  const findings = groupFindings(otherFindings({ findings: state?.findings ?? [], failed }))
  const lost = failed.reduce((sum, { cases }) => sum + cases.length, 0)
  const errors = lints.filter(({ severity }) => severity === 'error').length
  const parts = [
    lost > 0 && `${counted(lost, 'case')} could not be read`,
    some(findings.length, 'finding'),
    some(errors, 'lint error'),
    some(lints.length - errors, 'lint warning'),
    some(notes.length, 'note'),
  ].filter(Boolean)
  if (parts.length === 0) return null
  return (
    <section aria-label="Findings" className="border-b border-line bg-sheet px-3 py-1">
      <button
        type="button"
        aria-expanded={isOpen}
        className="underline decoration-line-strong underline-offset-2"
        onClick={() => setOpen(!isOpen)}
      >
        {parts.join(', ')}
      </button>
      {isOpen && (
        <ul className="max-h-56 overflow-auto py-1">
          {failed.map((each) => (
            <FailedRow key={each.reason} failed={each} onShow={onShow} />
          ))}
          {findings.map((group, at) => (
            <FindingRow key={at} group={group} onShow={onShow} />
          ))}
          {lints.map((lint, at) => (
            <LintRow key={at} {...lint} />
          ))}
          {notes.map((note) => (
            <li key={note} className="py-0.5">
              <span className="num">note</span> {note}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

const FailedRow = ({ failed, onShow }: Pick<NoticesProps, 'onShow'> & { failed: FailedCases }) => (
  <li className="flex items-baseline gap-2 py-0.5">
    <Mark kind="unread" className="self-center" />
    <button
      type="button"
      className="min-w-0 text-left hover:underline"
      title="Show the first of these cases"
      onClick={() => onShow(failed.cases[0]!)}
    >
      {failedWords(failed)}
    </button>
  </li>
)

const shown = (text: string) => asWrittenByPeople(text) || 'nothing'
const SHOWN: Shown = { expected: shown, measured: shown, plain: (text) => text }

interface FindingRowProps extends Pick<NoticesProps, 'onShow'> {
  /** Of one cause. */
  group: ReturnType<typeof groupFindings>[number]
}

function FindingRow({ group, onShow }: FindingRowProps) {
  const [{ part, reading, verdict, origin, message }] = group
  const cases = casesOf(group)
  return (
    <li className="flex items-baseline gap-2 py-0.5" data-finding={`${part} ${reading}`}>
      <Mark kind={verdict} className="self-center" />
      <button
        type="button"
        className="min-w-0 text-left hover:underline"
        title="Show the first of these cases"
        onClick={() => onShow(cases[0]!)}
      >
        <span className="font-semibold">
          {part} {reading}
        </span>{' '}
        {verdict === 'unread' ? message : <span className="num">{valueWords(group, SHOWN)}</span>}
      </button>
      <span className="num ml-auto shrink-0 text-quiet">
        {counted(cases.length, 'case')}
        {origin && `, ${origin.file}:${origin.line}`}
      </span>
    </li>
  )
}

const LintRow = ({ code, severity, message, file, line }: ComponentState['lints'][number]) => (
  <li className="py-0.5">
    <span className={`num ${severity === 'error' ? 'text-miss' : ''}`}>{code}</span> {message}{' '}
    <span className="num text-quiet">
      {file}:{line}
    </span>
  </li>
)

const some = (count: number, what: string) => (count === 0 ? '' : counted(count, what))
