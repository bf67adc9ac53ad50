import type { SVGProps } from 'react'
import type { MarkKind } from '@/contract'

export interface MarkProps extends SVGProps<SVGSVGElement> {
  kind: MarkKind
  /** The files have changed since this was read: the same mark, half filled. */
  isOutdated?: boolean | undefined
}

export const MARK_NAMES = {
  holds: 'holds',
  misses: 'misses',
  unread: 'unread',
  open: 'open',
} as const satisfies Record<MarkKind, string>

/** What a mark says, for those who do not see it. */
export const markLabel = (kind: MarkKind, isOutdated = false, misses = 0) =>
  `${kind === 'misses' && misses > 0 ? `${misses} ${misses === 1 ? 'miss' : 'misses'}` : MARK_NAMES[kind]}${isOutdated ? ', out of date' : ''}`

/** One of the five marks: shape tells it as well as colour does. Drawn on 12 units. */
export function Mark({ kind, isOutdated = false, className = '', ...rest }: MarkProps) {
  const tone = kind === 'misses' ? 'text-miss' : 'text-ink'
  return (
    <svg
      viewBox="0 0 12 12"
      width="12"
      height="12"
      aria-hidden
      data-mark={kind}
      data-outdated={isOutdated}
      className={`shrink-0 ${tone} ${className}`}
      {...rest}
    >
      <Shape kind={kind} isOutdated={isOutdated} />
    </svg>
  )
}

function Shape({ kind, isOutdated }: { kind: MarkKind; isOutdated: boolean }) {
  switch (kind) {
    case 'holds':
      return isOutdated ? (
        <>
          <rect x="3" y="3" width="6" height="6" fill="none" stroke="currentColor" />
          <path d="M3 9V3h6z" fill="currentColor" />
        </>
      ) : (
        <rect x="2.5" y="2.5" width="7" height="7" fill="currentColor" />
      )
    case 'misses':
      return isOutdated ? (
        <>
          <path d="M1.5 10.5h9v-9z" fill="none" stroke="currentColor" />
          <path d="M6 10.5h4.5v-9L6 6z" fill="currentColor" />
        </>
      ) : (
        <path d="M1 11h10V1z" fill="currentColor" />
      )
    case 'unread':
      return (
        <path
          d="M2.5 2.5h7v7h-7zM2.5 2.5l7 7M9.5 2.5l-7 7"
          fill="none"
          stroke="currentColor"
          strokeDasharray={isOutdated ? '2 1.5' : undefined}
        />
      )
    case 'open':
      return (
        <rect
          x="2.5"
          y="2.5"
          width="7"
          height="7"
          fill="none"
          stroke="currentColor"
          strokeDasharray={isOutdated ? '2 1.5' : undefined}
        />
      )
  }
}
