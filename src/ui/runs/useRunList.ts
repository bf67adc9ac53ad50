import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useState } from 'react'
import { ROUTES } from '@/contract'
import { call, useLibraryChanges, useRuns } from '../live'

/** A library's runs, and what can be done with them. @param component only those that took it */
export function useRunList(library: string, component: string | undefined) {
  const client = useQueryClient()
  const { going } = useRuns()
  const [problem, setProblem] = useState<string>()
  const { data: list, error } = useQuery({
    // Below what is asked anew when a run has ended.
    queryKey: ['states', library, 'runs', component],
    queryFn: () => call(ROUTES.runList, { library }, { query: { ...(component !== undefined && { component }) } }),
    staleTime: 0,
  })
  const refresh = useCallback(
    () => client.invalidateQueries({ queryKey: ['states', library, 'runs'] }),
    [client, library],
  )
  // One that begins is listed at once.
  const begun = going.phase === 'running' ? going.runId : undefined
  useEffect(() => {
    if (begun !== undefined) void refresh()
  }, [begun, refresh])
  useLibraryChanges(library, () => void client.invalidateQueries({ queryKey: ['states', library] }))
  const act = async (work: Promise<unknown>) => {
    try {
      await work
      setProblem(undefined)
    } catch (failure) {
      setProblem((failure as Error).message)
    }
    await client.invalidateQueries({ queryKey: ['states', library] })
  }
  return {
    list,
    error,
    problem,
    keep: (run: string, isKept: boolean) => void act(call(ROUTES.keepRun, { library, run }, { given: { isKept } })),
    remove: (run: string) => void act(call(ROUTES.deleteRun, { library, run })),
    limit: (limit: number) => void act(call(ROUTES.limitRuns, { library }, { given: { limit } })),
  }
}
