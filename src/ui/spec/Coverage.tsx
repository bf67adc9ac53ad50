'use client'

import { useMemo, useState } from 'react'
import { groupBy } from '@/core/group'
import { unspecifiedReadings } from '@/core/lint'
import type { Covered } from '@/core/survey'
import { Mark } from '../marks'
import { ValueText } from '../survey'

// What follows from what is declared, or is content: it varies, but no rule is owed.
const FOLLOWS = /^(box\.|contrast$|text$|name$)/

/** For each part the readings that vary over the matrix, and whether a rule speaks of them. */
export function Coverage({
  coverage,
  onDraft,
  onDraftAll,
}: {
  coverage: readonly Covered[]
  onDraft(part: string, reading: string): void
  onDraftAll(): void
}) {
  const [isAll, setAll] = useState(false)
  const gaps = useMemo(() => new Set(unspecifiedReadings(coverage)), [coverage])
  const varying = coverage.filter(({ along }) => along.length > 0)
  const owed = varying.filter((covered) => gaps.has(covered) || covered.isSpecified)
  const shown = isAll
    ? varying.filter(
        ({ reading, isSpecified, byLayout }) => isSpecified || (!byLayout && !FOLLOWS.test(reading)) || gaps.size === 0,
      )
    : [...gaps]
  return (
    <div data-testid="coverage">
      <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 border-b border-line-strong bg-paper px-2 py-1">
        <span>
          Rules cover <span className="num">{owed.length - gaps.size}</span> of{' '}
          <span className="num">{owed.length}</span> readings that vary.
        </span>
        <button type="button" className="control" aria-pressed={isAll} onClick={() => setAll(!isAll)}>
          Everything that varies
        </button>
        {gaps.size > 0 && (
          <button type="button" className="control ml-auto" onClick={onDraftAll}>
            Draft the {gaps.size} not covered
          </button>
        )}
      </div>
      {shown.length === 0 && <p className="p-3 text-quiet">Rules cover everything that varies.</p>}
      {[...groupBy(shown, ({ part }) => part)].map(([part, readings]) => (
        <section key={part} aria-label={part}>
          <h3 className="border-b border-line bg-paper px-2 font-semibold">{part}</h3>
          {readings.map((covered) => (
            <CoveredRow key={covered.reading} {...{ part, covered }} onDraft={() => onDraft(part, covered.reading)} />
          ))}
        </section>
      ))}
    </div>
  )
}

function CoveredRow({ part, covered, onDraft }: { part: string; covered: Covered; onDraft(): void }) {
  return (
    <div
      className="grid grid-cols-[14px_170px_130px_minmax(0,1fr)_auto] items-baseline gap-2 border-b border-line px-2 py-0.5"
      data-covered={`${part} · ${covered.reading}`}
    >
      <Mark kind={covered.isSpecified ? 'holds' : 'open'} className="self-center" />
      <span className="num">
        {covered.reading}
        <span className="sr-only">{covered.isSpecified ? ', covered by a rule' : ', not covered by a rule'}</span>
      </span>
      <span className="text-quiet" title="Changes along">
        {covered.along.join(', ')}
      </span>
      <span className="num break-words">
        {covered.texts.slice(0, 3).map(([text, count], at) => (
          <span key={text} className="mr-3 inline-block">
            <ValueText text={text} />{' '}
            <span className="text-quiet">
              × {count}
              {at === 2 && covered.texts.length > 3 ? `, ${covered.texts.length - 3} more` : ''}
            </span>
          </span>
        ))}
      </span>
      {covered.isSpecified ? (
        <span />
      ) : (
        <button type="button" className="control" onClick={onDraft}>
          Draft
        </button>
      )}
    </div>
  )
}
