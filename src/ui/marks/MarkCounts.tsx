import type { MarkKind } from '@/contract'
import { MarkCount } from './MarkCount'

/** All marks, in the order in which they are told. */
export const MARK_KINDS: readonly MarkKind[] = ['holds', 'misses', 'unread', 'open']

/** How often each mark stands; those of which there is none are left out. */
export const MarkCounts = ({
  counts,
  isOutdated,
  always = [],
}: {
  counts: Readonly<Record<MarkKind, number>>
  isOutdated?: boolean
  /** Marks that are told even where there is none. */
  always?: readonly MarkKind[]
}) =>
  MARK_KINDS.filter((kind) => counts[kind] > 0 || always.includes(kind)).map((kind) => (
    <MarkCount key={kind} kind={kind} count={counts[kind]} isOutdated={isOutdated} />
  ))
