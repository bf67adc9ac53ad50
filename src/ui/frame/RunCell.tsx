'use client'

import { useRuns } from '../live'

/** What runs now, with the way to start and to stop it. */
export function RunCell({ slugs, label }: { slugs?: string[] | undefined; label: string }) {
  const { going, verify, stop } = useRuns()
  if (going.phase === 'idle') {
    return (
      <button type="button" className="control border-ink font-semibold" onClick={() => verify(slugs)}>
        {label}
      </button>
    )
  }
  const { done, total, slug, msLeft } = going.progress
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
      <span className="max-w-28 truncate text-quiet">{total > 0 && `${slug}, ${Math.ceil(msLeft / 1000)} s left`}</span>
      <button type="button" className="control" onClick={stop}>
        Stop
      </button>
    </div>
  )
}
