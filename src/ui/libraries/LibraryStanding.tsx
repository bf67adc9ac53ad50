'use client'

import { useQuery } from '@tanstack/react-query'
import { ROUTES } from '@/contract'
import { counted } from '@/core/words'
import { shortTime } from '../frame'
import { call, failingWords, standingOf } from '../live'
import { MarkCounts } from '../marks'

/** How all of a library stood in its last runs, to be seen beside the others. */
export function LibraryStanding({ library }: { library: string }) {
  const { data, error } = useQuery({
    queryKey: ['states', library],
    queryFn: () => call(ROUTES.states, { library }),
  })
  if (error) return <span className="text-miss">{error.message}</span>
  if (!data) return <span className="text-quiet">…</span>
  const { components } = data
  if (components.length === 0) return <span className="text-quiet">not run yet</span>
  const standing = standingOf(components)
  const failing = failingWords(standing)
  const outdated = components.filter(({ isOutdated }) => isOutdated).length
  const last = components.map(({ startedAt }) => startedAt).reduce((a, b) => (a > b ? a : b))
  return (
    <span className="flex flex-wrap items-center gap-x-3" data-standing={library}>
      <MarkCounts counts={standing.cases} isOutdated={outdated > 0} />
      {failing !== '' && <span className="text-miss">{failing}</span>}
      {outdated > 0 && <span className="text-quiet">{counted(outdated, 'component')} out of date</span>}
      <time dateTime={last} className="text-quiet">
        {shortTime(last)}
      </time>
    </span>
  )
}
