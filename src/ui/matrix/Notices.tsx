'use client'

import { useState, type ReactNode } from 'react'
import type { ComponentState } from '@/contract'
import { casesOf, failedWords, groupFindings, otherFindings, valueWords, type Shown } from '@/core/report'
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
            <CasesRow key={each.reason} kind="unread" cases={each.cases} onShow={onShow}>
              {failedWords(each)}
            </CasesRow>
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

interface CasesRowProps extends Pick<NoticesProps, 'onShow'> {
  kind: 'misses' | 'unread'
  cases: readonly string[]
  /** Names it for tests. */
  finding?: string
  /** What is told at its end. */
  aside?: ReactNode
  children: ReactNode
}

/** What is wrong with some cases; a press shows the first of them. */
const CasesRow = ({ kind, cases, finding, aside, onShow, children }: CasesRowProps) => (
  <li className="flex items-baseline gap-2 py-0.5" data-finding={finding}>
    <Mark kind={kind} className="self-center" />
    <button
      type="button"
      className="min-w-0 text-left hover:underline"
      title="Show the first of these cases"
      onClick={() => onShow(cases[0]!)}
    >
      {children}
    </button>
    {aside && <span className="num ml-auto shrink-0 text-quiet">{aside}</span>}
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
  const aside = `${counted(cases.length, 'case')}${origin ? `, ${origin.file}:${origin.line}` : ''}`
  return (
    <CasesRow kind={verdict} finding={`${part} ${reading}`} {...{ cases, aside, onShow }}>
      <span className="font-semibold">
        {part} {reading}
      </span>{' '}
      {verdict === 'unread' ? message : <span className="num">{valueWords(group, SHOWN)}</span>}
    </CasesRow>
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
