'use client'

import { useState } from 'react'
import type { Case, Space } from '@/core/matrix'
import type { CheckResult } from '@/core/plan'
import { Mark, markLabel } from '../marks'
import { SourceLines, ValueText } from '../survey'
import { RuleTools } from './RuleTools'

export interface CheckRowProps {
  check: CheckResult
  library: string
  slug: string
  sheetFile: string
  theCase: Case
  space: Space
}

/** One reading with its verdict; opened, with what was expected, why, and the rule that says so. */
export function CheckRow(props: CheckRowProps) {
  const { check } = props
  const { reading, verdict, measured } = check
  const [isOpen, setOpen] = useState(verdict !== 'holds')
  return (
    <div className="border-b border-line" data-reading={reading} data-verdict={verdict}>
      <button
        type="button"
        className="grid w-full grid-cols-[14px_minmax(0,1fr)_minmax(0,1.1fr)] items-baseline gap-2 px-3 py-1 text-left hover:bg-pick"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        <Mark kind={verdict} className="mt-[3px] self-start" />
        <span className="truncate">
          {reading}
          <span className="sr-only">, {markLabel(verdict)}</span>
        </span>
        <span className={`num break-words ${verdict === 'misses' ? 'text-miss' : ''}`}>
          {verdict === 'unread' ? 'not read' : <ValueText text={measured} />}
        </span>
      </button>
      {isOpen && <Facts {...props} />}
    </div>
  )
}

function Facts({ check, library, slug, sheetFile, theCase, space }: CheckRowProps) {
  const { verdict, expected, expectation, measured, difference, reason, rule, origin } = check
  const [isChanging, setChanging] = useState(false)
  return (
    <dl className="grid grid-cols-[64px_minmax(0,1fr)] gap-x-2 gap-y-0.5 px-3 pb-2 pl-[38px]">
      <Fact term="asked">{expectation}</Fact>
      {expected && expected !== expectation && (
        <Fact term="expected">
          <ValueText text={expected} />
        </Fact>
      )}
      {verdict !== 'unread' && (
        <Fact term="read">
          <ValueText text={measured} />
        </Fact>
      )}
      {difference && <Fact term="difference">{difference}</Fact>}
      {reason && <Fact term="reason">{reason}</Fact>}
      {origin && <OriginFacts library={library} origin={origin} />}
      <dt className="text-quiet">rule</dt>
      <dd>
        <SourceLines library={library} file={sheetFile} line={rule.line} />
        <button
          type="button"
          className="control ml-2"
          aria-pressed={isChanging}
          onClick={() => setChanging(!isChanging)}
        >
          Change
        </button>
      </dd>
      {isChanging && (
        <dd className="col-span-2 mt-1">
          <RuleTools {...{ library, slug, space, theCase, check }} />
        </dd>
      )}
    </dl>
  )
}

/** The declaration that the value comes from, and where it stands. */
const OriginFacts = ({ library, origin }: { library: string; origin: NonNullable<CheckResult['origin']> }) => (
  <>
    <Fact term="because">{origin.declaration}</Fact>
    <dt className="text-quiet">source</dt>
    <dd>
      <SourceLines library={library} file={origin.file} line={origin.line} />
      {origin.through?.map(({ file, line, declaration }) => (
        <p key={`${file}:${line}`} className="num text-quiet">
          {file.slice(file.lastIndexOf('/') + 1)}:{line} {declaration}
        </p>
      ))}
    </dd>
  </>
)

function Fact({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-quiet">{term}</dt>
      <dd className="num break-words">{children}</dd>
    </>
  )
}
