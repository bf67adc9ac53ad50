'use client'

import { useQuery } from '@tanstack/react-query'
import { useRouter } from 'next/navigation'
import { useCallback } from 'react'
import { ROUTES, type LibraryFacts } from '@/contract'
import { call, useRuns } from '../live'
import type { Findable } from './Finder'

export interface FindablesOrder {
  library: LibraryFacts
  /** Which view a component that is chosen opens in. */
  view: string
  /** What there is to find in the view. */
  findables: (() => Findable[]) | undefined
  /** What is said in the library is looked up while somebody searches. */
  isFinding: boolean
}

/** All that the finder finds: components, commands, what the view has, and what is said anywhere in the library. */
export function useFindables({ library, view, findables, isFinding }: FindablesOrder) {
  const router = useRouter()
  const { verify } = useRuns()
  const { data: entries } = useQuery({
    queryKey: ['search', library.id],
    queryFn: () => call(ROUTES.search, { library: library.id }),
    enabled: isFinding,
    staleTime: 0,
  })
  return useCallback((): Findable[] => {
    const places = library.components.map((each): Findable => ({
      kind: 'component',
      label: each.name,
      detail: each.slug,
      go: () => router.push(`/${library.id}/${each.slug}/${view}`),
    }))
    const commands: Findable[] = [
      { kind: 'command', label: 'Verify all components', go: () => verify() },
      { kind: 'command', label: 'Make a component', go: () => router.push(`/${library.id}/bring-in`) },
      { kind: 'command', label: 'Tokens of the library', go: () => router.push(`/${library.id}/tokens`) },
      { kind: 'command', label: 'Go to the wall', go: () => router.push(`/${library.id}`) },
    ]
    const said = (entries ?? [])
      .filter(({ kind }) => kind !== 'component')
      .map((entry): Findable => ({
        kind: entry.kind,
        label: entry.text,
        detail: entry.where,
        go: () => router.push(`/${library.id}/${entry.slug}/guide`),
      }))
    // What is in sight first, then what is said anywhere.
    return [...places, ...commands, ...(findables?.() ?? []), ...said]
  }, [library, router, verify, findables, view, entries])
}
