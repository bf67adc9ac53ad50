import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import type { StrengthWay } from '@/core/breaks'
import { call } from '../live'

const ASK_EVERY_MS = 1000

/** How the breaks of all components of a library stand, asked anew while some go on. @param fingerprint of the library's files */
export function useLibraryStrength(library: string, fingerprint: string) {
  const client = useQueryClient()
  const [refused, setRefused] = useState<string>()
  const { data, error } = useQuery({
    queryKey: ['strength', library, 'all', fingerprint],
    queryFn: () => call(ROUTES.libraryStrength, { library }),
    staleTime: 0,
    // Another tab may have broken them meanwhile.
    refetchOnWindowFocus: true,
    refetchInterval: ({ state }) => (state.data?.components.some(({ going }) => going) ? ASK_EVERY_MS : false),
  })
  const act = async (given: { do: 'start'; way: StrengthWay } | { do: 'stop' }) => {
    setRefused(undefined)
    try {
      await call(ROUTES.breakComponents, { library }, { given })
    } catch (failure) {
      setRefused((failure as Error).message)
    }
    await client.invalidateQueries({ queryKey: ['strength', library] })
  }
  return {
    components: data?.components,
    problem: refused ?? error?.message,
    start: (way: StrengthWay) => void act({ do: 'start', way }),
    stop: () => void act({ do: 'stop' }),
  }
}
