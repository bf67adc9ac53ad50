import { useQuery } from '@tanstack/react-query'
import { ROUTES, type WorkersState } from '@/contract'
import { call } from '../live'

const ASK_EVERY_MS = 2000

/** Who does the work of runs, asked again and again. */
export function useWorkers(initial: WorkersState): { state: WorkersState; problem: string | undefined } {
  const { data, error } = useQuery({
    queryKey: ['workers'],
    queryFn: () => call(ROUTES.workersState, {}),
    initialData: initial,
    refetchInterval: ASK_EVERY_MS,
  })
  return { state: data, problem: error?.message ?? data.problem }
}
