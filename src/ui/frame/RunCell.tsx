'use client'

import { useEffect, useRef } from 'react'
import type { LibraryStates } from '@/contract'
import { counted } from '@/core/words'
import { useRuns } from '../live'

const whyUnfinished = ({ state, whole }: NonNullable<LibraryStates['unfinished']>) =>
  `The last run ${state === 'interrupted' ? 'was interrupted: Brelt ended while it ran' : 'was stopped'}. ${counted(whole, 'component')} ${whole === 1 ? 'is' : 'are'} through; the others are read.`

const WHY_KEPT =
  'Nothing had changed that is read, so the last run took over what an earlier one had read. This reads all of it again.'

/** What runs now, with the way to start and to stop it; the focus stays here as one takes the other's place. */
export function RunCell(props: RunCellProps) {
  const { phase } = useRuns().going
  const cell = useRef<HTMLDivElement>(null)
  const hasFocus = useRef(false)
  useEffect(() => {
    if (hasFocus.current && document.activeElement === document.body)
      cell.current?.querySelector<HTMLElement>('button:last-of-type')?.focus()
  }, [phase])
  return (
    <div
      ref={cell}
      className="flex items-center gap-2"
      onFocus={() => (hasFocus.current = true)}
      onBlur={({ relatedTarget }) => relatedTarget && (hasFocus.current = false)}
    >
      <Controls {...props} />
    </div>
  )
}

interface RunCellProps {
  slugs?: string[] | undefined
  label: string
}

function Controls({ slugs, label }: RunCellProps) {
  const { going, states, unfinished, verify, resume, stop } = useRuns()
  const isKept = states.some(({ slug, readAt }) => readAt !== undefined && (slugs?.includes(slug) ?? true))
  if (going.phase === 'idle') {
    return (
      <>
        {unfinished && (
          <button type="button" className="control" title={whyUnfinished(unfinished)} onClick={resume}>
            Resume the run
          </button>
        )}
        {isKept && (
          <button type="button" className="control" title={WHY_KEPT} onClick={() => verify(slugs, true)}>
            Read again
          </button>
        )}
        <button type="button" className="control border-ink font-semibold" onClick={() => verify(slugs)}>
          {label}
        </button>
      </>
    )
  }
  const { done, total, slug, msLeft, note } = going.progress
  const share = total > 0 ? done / total : 0
  return (
    <div className="flex items-center gap-2" role="group" aria-label="Run">
      <div
        role="progressbar"
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuenow={done}
        aria-label="Cases verified"
        className="relative h-[10px] w-24 border border-ink"
      >
        <div className="absolute inset-y-0 left-0 bg-ink" style={{ width: `${share * 100}%` }} />
      </div>
      <span className="num" data-testid="progress">
        {total === 0 ? 'starting' : `${done}/${total}`}
      </span>
      <span className="max-w-28 truncate text-quiet" title={note}>
        {note ?? (msLeft === undefined ? slug : `${slug}, ${Math.ceil(msLeft / 1000)} s left`)}
      </span>
      <button type="button" className="control" onClick={stop}>
        Stop
      </button>
    </div>
  )
}
