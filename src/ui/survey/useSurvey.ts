'use client'

import { useQuery } from '@tanstack/react-query'
import { ROUTES } from '@/contract'
import { call } from '../live'

/**
 * What is read of a component in every case. Asked anew for each revision; the server answers from what it has where nothing that is rendered changed.
 * @param extra readings that are needed besides
 */
export function useSurvey(
  library: string,
  slug: string,
  revision: number | string | undefined,
  extra: readonly { part: string; reading: string }[] = [],
) {
  const asked = JSON.stringify(extra)
  const { data, error, isFetching } = useQuery({
    queryKey: ['survey', library, slug, revision, asked],
    enabled: revision !== undefined,
    queryFn: () => call(ROUTES.survey, { library, slug }, { given: { extra: [...extra] } }),
    staleTime: Infinity,
    retry: false,
    // What was read before stays in sight until the new readings are there.
    placeholderData: (before) => before,
  })
  return { surveyed: data, error: error as Error | null, isReading: isFetching }
}
