import { useQuery } from '@tanstack/react-query'
import { ROUTES, type ListedRun } from '@/contract'
import { call } from '../live'

/** What a run has found, and what is otherwise than in another. */
export function useRunDetail(
  library: string,
  run: ListedRun | undefined,
  other: string | undefined,
  component: string | undefined,
) {
  const { data: detail, error } = useQuery({
    // One that goes on finds more; what is through stays as it is.
    queryKey: [
      ...(run?.state === 'running' ? ['states', library] : []),
      'run',
      library,
      run?.id,
      run?.state,
      run?.components.length,
      other,
      component,
    ],
    queryFn: () =>
      call(
        ROUTES.runDetail,
        { library, run: run!.id },
        {
          query: {
            ...(other !== undefined && { with: other }),
            ...(component !== undefined && { component }),
          },
        },
      ),
    enabled: run !== undefined,
  })
  return { detail, error }
}
