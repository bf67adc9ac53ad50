import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { ROUTES, type GitFacts, type LibraryFacts } from '@/contract'
import { call } from './call'
import { useRuns } from './RunProvider'

// A commit changes none of the folder's files: nobody tells of it.
const ASKED_EVERY_MS = 20_000

/** What the repository says of a library's linked folder; undefined where there is none, or until it has answered. */
export function useGit({ id, folder }: LibraryFacts): GitFacts | undefined {
  const { states } = useRuns()
  const isLinked = folder !== undefined
  const { data, refetch } = useQuery({
    queryKey: ['git', id],
    queryFn: () => call(ROUTES.git, { library: id }),
    enabled: isLinked,
    refetchOnWindowFocus: true,
    refetchInterval: ASKED_EVERY_MS,
  })
  // Whatever made results be asked for anew may have changed files.
  useEffect(() => {
    if (isLinked) void refetch()
  }, [states, isLinked, refetch])
  return data?.git ?? undefined
}
