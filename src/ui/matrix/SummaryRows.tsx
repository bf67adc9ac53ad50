'use client'

import { useState } from 'react'
import { groupBy } from '@/core/group'
import { READINGS } from '@/core/readings'
import type { Summary } from '@/core/survey'
import { ValueText } from '../survey'

export interface SummaryRowsProps {
  summaries: readonly Summary[]
  total: number
  /** A reading was pressed: it is the one to say something of. */
  onTake(summary: Summary): void
  /** What a reading is called in all of the cases; undefined where it differs. */
  nameOf(summary: Summary): string | undefined
  onAdopt(summary: Summary, name: string): void
}

/** What is read in the selected cases, part by part: what they share, or how they differ. */
export function SummaryRows({ summaries, total, onTake, nameOf, onAdopt }: SummaryRowsProps) {
  const [show, setShow] = useState<'both' | 'common' | 'differing'>('both')
  const telling = summaries.filter((each) => !isSilent(each)).sort((a, b) => Number(b.declared) - Number(a.declared))
  const shown = telling.filter(({ isCommon }) => show === 'both' || isCommon === (show === 'common'))
  const common = telling.filter(({ isCommon }) => isCommon).length
  return (
    <>
      <div className="flex gap-2 border-b border-line px-3 py-1">
        <button
          type="button"
          className="control"
          aria-pressed={show === 'common'}
          onClick={() => setShow(show === 'common' ? 'both' : 'common')}
        >
          <span className="num">{common}</span> in common
        </button>
        <button
          type="button"
          className="control"
          aria-pressed={show === 'differing'}
          onClick={() => setShow(show === 'differing' ? 'both' : 'differing')}
        >
          <span className="num">{telling.length - common}</span> differ
        </button>
      </div>
      {[...groupBy(shown, ({ part }) => part)].map(([part, own]) => (
        <section key={part} aria-label={part}>
          <h3 className="sticky top-0 border-b border-line bg-paper px-3 py-0.5 font-semibold">{part}</h3>
          {own.map((summary) => (
            <SummaryRow key={summary.reading} {...{ summary, total, onTake, onAdopt }} name={nameOf(summary)} />
          ))}
        </section>
      ))}
    </>
  )
}

function SummaryRow({
  summary,
  total,
  name,
  onTake,
  onAdopt,
}: Pick<SummaryRowsProps, 'total' | 'onTake' | 'onAdopt'> & { summary: Summary; name: string | undefined }) {
  return (
    <div
      className="flex items-baseline gap-2 border-b border-line px-3 hover:bg-pick"
      data-summary={`${summary.part} · ${summary.reading}`}
      data-common={summary.isCommon}
    >
      <button
        type="button"
        className="w-[140px] shrink-0 truncate py-0.5 text-left"
        title={summary.reading}
        onClick={() => onTake(summary)}
      >
        {summary.reading}
      </button>
      <span className="num min-w-0 flex-1 py-0.5 break-words">
        {summary.texts.slice(0, 4).map(([text, count]) => (
          <span key={text} className="block">
            <ValueText text={text} />
            {(!summary.isCommon || count < total) && <span className="text-quiet"> in {count}</span>}
          </span>
        ))}
        {summary.texts.length > 4 && <span className="text-quiet">and {summary.texts.length - 4} more</span>}
      </span>
      <Adopt summary={summary} name={name} onAdopt={onAdopt} />
    </div>
  )
}

function Adopt({
  summary,
  name,
  onAdopt,
}: {
  summary: Summary
  name: string | undefined
  onAdopt(summary: Summary, name: string): void
}) {
  if (name === undefined) return null
  return (
    <button
      type="button"
      className="control my-0.5 shrink-0"
      aria-label={`Accept ${summary.part} · ${summary.reading}`}
      title={`Expect ${name} from now on`}
      onClick={() => onAdopt(summary, name)}
    >
      Accept
    </button>
  )
}

// What a part is not, and says not, is the rule; the form takes it for those who want it said.
const isSilent = ({ reading, texts }: Summary) => {
  const silent = READINGS.get(reading)?.silent
  return texts.every(([text]) => silent?.test(text))
}
