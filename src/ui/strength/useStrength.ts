import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useState } from 'react'
import { ROUTES } from '@/contract'
import type { StrengthWay } from '@/core/breaks'
import { call } from '../live'

const ASK_EVERY_MS = 400

/** How a component's breaks stand, asked anew while they go on and when the component has changed. @param revision its last one */
export function useStrength(library: string, slug: string, revision: number | undefined) {
  const client = useQueryClient()
  const queryKey = ['strength', library, slug]
  const [refused, setRefused] = useState<string>()
  const { data, error } = useQuery({
    queryKey,
    queryFn: () => call(ROUTES.strength, { library, slug }),
    staleTime: 0,
    // Another tab may have broken it meanwhile.
    refetchOnWindowFocus: true,
    refetchInterval: ({ state }) => (state.data?.going ? ASK_EVERY_MS : false),
  })
  const refresh = useCallback(
    () => client.invalidateQueries({ queryKey: ['strength', library, slug] }),
    [client, library, slug],
  )
  useEffect(() => void refresh(), [revision, refresh])
  const act = async (given: { do: 'start'; way: StrengthWay } | { do: 'stop' }) => {
    setRefused(undefined)
    try {
      await call(ROUTES.breakComponent, { library, slug }, { given })
    } catch (failure) {
      setRefused((failure as Error).message)
    }
    await refresh()
  }
  return {
    state: data,
    problem: refused ?? error?.message ?? data?.problem,
    start: (way: StrengthWay) => void act({ do: 'start', way }),
    stop: () => void act({ do: 'stop' }),
  }
}
