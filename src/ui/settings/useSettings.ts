import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { z } from 'zod'
import { ROUTES } from '@/contract'
import { call, useLibraryChanges } from '../live'

type Given = z.input<(typeof ROUTES.changeSettings)['given']>
export type Change = Extract<Given, { do: 'set' }>['to']

/** What a library's own file says, and how that is changed. */
export function useSettings(library: string) {
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const {
    data: settings,
    error,
    refetch,
  } = useQuery({ queryKey: ['settings', library], queryFn: () => call(ROUTES.settings, { library }), staleTime: 0 })
  useLibraryChanges(library, () => void refetch())
  const send = async (given: Given) => {
    try {
      await call(ROUTES.changeSettings, { library }, { given })
      setProblem(undefined)
    } catch (failure) {
      setProblem((failure as Error).message)
    }
    await refetch()
    void client.invalidateQueries({ queryKey: ['states', library] })
  }
  return {
    ...{ settings, error, problem },
    set: (to: Change) => void send({ do: 'set', to }),
    step: (what: 'undo' | 'redo') => void send({ do: what }),
  }
}
