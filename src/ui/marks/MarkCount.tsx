import type { MarkKind } from '@/contract'
import { Mark, MARK_NAMES } from './Mark'

/** A mark with how often it stands. */
export function MarkCount({
  kind,
  count,
  isOutdated,
}: {
  kind: MarkKind
  count: number
  isOutdated?: boolean | undefined
}) {
  return (
    <span className="inline-flex items-center gap-1" data-count={kind}>
      <Mark kind={kind} isOutdated={isOutdated} />
      <span className={`num ${kind === 'misses' && count > 0 ? 'text-miss font-semibold' : ''}`}>{count}</span>
      <span className="sr-only">{MARK_NAMES[kind]}</span>
    </span>
  )
}
