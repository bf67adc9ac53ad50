import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'
import type { z } from 'zod'
import { ROUTES, type TypedEdit } from '@/contract'
import { call, useLibraryChanges } from '../live'

/** A library's tokens as they are now, and how they are changed. */
export function useTokens(library: string) {
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  const {
    data: model,
    error,
    refetch,
  } = useQuery({ queryKey: ['tokens', library], queryFn: () => call(ROUTES.tokens, { library }), staleTime: 0 })
  useLibraryChanges(library, () => void refetch())
  /** @returns what is wrong with the change; undefined when it is done */
  const change = useCallback(
    async (given: z.input<(typeof ROUTES.changeTokens)['given']>): Promise<string | undefined> => {
      try {
        await call(ROUTES.changeTokens, { library }, { given })
        await refetch()
        void client.invalidateQueries({ queryKey: ['states', library] })
        return undefined
      } catch (failure) {
        return (failure as Error).message
      }
    },
    [refetch, client, library],
  )
  const [selected, setSelected] = useState<string>()
  /** Goes to a token when a change is done. */
  const then = async (given: Parameters<typeof change>[0], path: string | undefined) => {
    const fault = await change(given)
    if (fault === undefined) setSelected(path)
    return fault
  }
  return {
    model,
    error,
    problem,
    selected,
    setSelected,
    step: async (what: 'undo' | 'redo') => setProblem(await change({ do: what })),
    save: (edits: readonly TypedEdit[]) => change({ do: 'save', edits: [...edits] }),
    add: (path: string, type: string, text: string) => then({ do: 'add', path, type, text }, path),
    rename: (from: string, to: string) => then({ do: 'rename', from, to }, to),
    remove: (path: string) => then({ do: 'remove', path }, undefined),
    renameGroup: async (from: string, to: string) => setProblem(await change({ do: 'rename', from, to })),
  }
}
