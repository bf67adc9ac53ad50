'use client'

import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'
import { ROUTES } from '@/contract'
import { call } from '../live'

/** What the bench needs, and a way of bringing further components to it. */
export function useBenchModel(library: string, slug: string) {
  const [brought, setBrought] = useState<readonly string[]>([])
  const client = useQueryClient()
  const optionsFor = useCallback(
    (more: readonly string[]) => ({
      queryKey: ['bench', library, slug, ...more],
      queryFn: () => call(ROUTES.bench, { library, slug }, { query: more.length > 0 ? { with: more.join(',') } : {} }),
    }),
    [library, slug],
  )
  const { data: model, error } = useQuery({ ...optionsFor(brought), placeholderData: keepPreviousData })
  const bring = async (one: string) => {
    const more = [...brought, one]
    await client.ensureQueryData(optionsFor(more))
    setBrought(more)
  }
  return { model, bring, error }
}
