import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'
import type { z } from 'zod'
import { ROUTES } from '@/contract'
import { call, useLibraryChanges } from '../live'

/** What of a library's pictures is to be decided, and how it is. */
export function useReview(library: string) {
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const [isBusy, setBusy] = useState(false)
  const { data: model, error } = useQuery({
    // Below what is asked anew when a run has ended.
    queryKey: ['states', library, 'review'],
    queryFn: () => call(ROUTES.review, { library }),
    staleTime: 0,
  })
  const refresh = useCallback(() => client.invalidateQueries({ queryKey: ['states', library] }), [client, library])
  useLibraryChanges(library, () => void refresh())
  const decide = useCallback(
    async (given: z.input<(typeof ROUTES.decide)['given']>): Promise<boolean> => {
      setBusy(true)
      try {
        await call(ROUTES.decide, { library }, { given })
        setProblem(undefined)
        return true
      } catch (failure) {
        setProblem((failure as Error).message)
        return false
      } finally {
        await refresh()
        setBusy(false)
      }
    },
    [library, refresh],
  )
  return { model, error, problem, isBusy, decide }
}
