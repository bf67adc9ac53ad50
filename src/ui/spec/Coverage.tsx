'use client'

import { useMemo, useState } from 'react'
import { noticeable, type Unnoticed } from '@/core/breaks'
import { groupBy } from '@/core/group'
import { unspecifiedReadings } from '@/core/lint'
import { counted } from '@/core/words'
import type { Covered } from '@/core/survey'
import { Link } from '../frame'
import { Mark } from '../marks'
import { ValueText } from '../survey'

// What follows from what is declared, or is content: it varies, but no rule is owed.
const FOLLOWS = /^(box\.|contrast$|text$|name$)/

/** For each part the readings that vary over the matrix, and whether a rule speaks of them. */
export function Coverage({
  coverage,
  unnoticed,
  strength,
  onDraft,
  onDraftAll,
}: {
  coverage: readonly Covered[]
  /** Breaks of the component as it is now that no rule notices; undefined where it was not broken. */
  unnoticed: readonly Unnoticed[] | undefined
  /** The address of the view that shows them. */
  strength: string
  onDraft(part: string, reading: string): void
  onDraftAll(): void
}) {
  const [isAll, setAll] = useState(false)
  const gaps = useMemo(() => new Set(unspecifiedReadings(coverage)), [coverage])
  const breaks = useMemo(() => noticeable(unnoticed ?? []), [unnoticed])
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
      {unnoticed && unnoticed.length > 0 && <Unseen count={unnoticed.length} strength={strength} />}
      {shown.length === 0 && <p className="p-3 text-quiet">Rules cover everything that varies.</p>}
      <Readings {...{ shown, breaks, onDraft }} />
    </div>
  )
}

/** That breaks go unnoticed, and where all of them are shown. */
const Unseen = ({ count, strength }: { count: number; strength: string }) => (
  <p className="border-b border-line px-2 py-1" data-testid="unnoticed">
    {counted(count, 'break')} of the component {count === 1 ? 'goes' : 'go'} unnoticed. The readings that would tell
    come first; all of them stand in{' '}
    <Link href={strength} className="underline underline-offset-2">
      Strength
    </Link>
    .
  </p>
)

interface ReadingsProps {
  shown: readonly Covered[]
  /** How many unnoticed breaks each would notice, by `part|reading`. */
  breaks: ReadonlyMap<string, number>
  onDraft(part: string, reading: string): void
}

/** Readings by their parts, those first that would notice the most. */
function Readings({ shown, breaks, onDraft }: ReadingsProps) {
  const breaksOf = ({ part, reading }: Covered) => breaks.get(`${part}|${reading}`) ?? 0
  return (
    <>
      {[...groupBy(shown, ({ part }) => part)].map(([part, readings]) => (
        <section key={part} aria-label={part}>
          <h3 className="border-b border-line bg-paper px-2 font-semibold">{part}</h3>
          {readings
            .toSorted((a, b) => breaksOf(b) - breaksOf(a))
            .map((covered) => (
              <CoveredRow
                key={covered.reading}
                {...{ part, covered }}
                breaks={breaksOf(covered)}
                onDraft={() => onDraft(part, covered.reading)}
              />
            ))}
        </section>
      ))}
    </>
  )
}

interface CoveredRowProps {
  part: string
  covered: Covered
  /** How many breaks that no rule notices an expectation of it would notice. */
  breaks: number
  onDraft(): void
}

function CoveredRow({ part, covered, breaks, onDraft }: CoveredRowProps) {
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
        {breaks > 0 && <span className="text-miss">{counted(breaks, 'unnoticed break')}</span>}
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
