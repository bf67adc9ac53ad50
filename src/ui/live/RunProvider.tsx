'use client'

import { useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { ROUTES, runEventSchema, type ComponentState, type LibraryStates, type RunEvent } from '@/contract'
import { call } from './call'
import { editsSaved } from './openEdits'
import { sharedEvents } from './sharedEvents'
import { useLibraryEvents } from './useLibraryEvents'

/** What is going on: nothing, or a run with how far it has come. */
export type Going =
  | { phase: 'idle'; problem?: string }
  | { phase: 'running'; runId: string; progress: Extract<RunEvent, { type: 'progress' }> }

interface Runs {
  library: string
  states: readonly ComponentState[]
  isLoading: boolean
  going: Going
  /** The last run, where it ended before it was through. */
  unfinished: LibraryStates['unfinished']
  /** Pictures, and those of them that are to be decided. */
  pictures: LibraryStates['pictures']
  /** @param fresh what earlier runs have read is read again, too */
  verify(components?: string[], fresh?: boolean): void
  /** Goes on with the unfinished run. */
  resume(): void
  stop(): void
}

// What is out of date is found out by compiling the library: a second or two.
const ASKED_AGAIN_MS = 1000

const RunContext = createContext<Runs | undefined>(undefined)

/** Results and runs of one library, for every view below it. */
export function RunProvider({ library, children }: { library: string; children: ReactNode }) {
  const statesKey = useMemo(() => ['states', library], [library])
  const { data, isLoading } = useQuery({
    queryKey: statesKey,
    queryFn: () => call(ROUTES.states, { library }),
    refetchInterval: ({ state }) => (state.data?.isSettled === false ? ASKED_AGAIN_MS : false),
  })
  const { going, setGoing, source, follow } = useFollowing(statesKey)

  // A run that was going on before this page was loaded is followed again.
  const found = data?.going
  useEffect(() => {
    if (found && source.current === undefined) follow(found)
  }, [found, follow, source])
  useEffect(() => () => source.current?.(), [source])

  useOthersRuns(library, going, statesKey)

  const begin = useCallback(
    async (asked: Promise<{ run: string }>) => {
      try {
        follow((await asked).run)
      } catch (error) {
        setGoing({ phase: 'idle', problem: (error as Error).message })
      }
    },
    [follow, setGoing],
  )
  const unfinished = data?.unfinished ?? null
  const pictures = data?.pictures ?? null
  const stop = useCallback(() => {
    if (going.phase === 'running') void call(ROUTES.stopRun, { run: going.runId }).catch(() => {})
  }, [going])

  const value = useMemo(
    (): Runs => ({
      library,
      states: data?.components ?? [],
      isLoading,
      going,
      unfinished,
      pictures,
      verify: (components, fresh = false) => {
        const given = { ...(components && { components }), fresh }
        void begin(editsSaved().then(() => call(ROUTES.startRun, { library }, { given })))
      },
      resume: () => unfinished && void begin(call(ROUTES.resumeRun, { library, run: unfinished.run })),
      stop,
    }),
    [library, data, isLoading, going, unfinished, pictures, begin, stop],
  )
  return <RunContext value={value}>{children}</RunContext>
}

/** Asks for the results anew when somebody runs the library in another tab or window. @param going what this page follows itself */
function useOthersRuns(library: string, going: Going, statesKey: readonly string[]) {
  const queries = useQueryClient()
  const known = useRef<string>(undefined)
  useEffect(() => {
    if (going.phase === 'running') known.current = going.runId
  }, [going])
  useLibraryEvents(library, ({ run }) => {
    if (run && run.id !== known.current) void queries.invalidateQueries({ queryKey: statesKey })
  })
}

/** Follows one run while it goes on. @param statesKey of the results that come from it */
function useFollowing(statesKey: readonly string[]) {
  const queries = useQueryClient()
  const [going, setGoing] = useState<Going>({ phase: 'idle' })
  /** How to stop listening. */
  const source = useRef<() => void>(undefined)

  const follow = useCallback(
    (runId: string) => {
      source.current?.()
      setGoing({ phase: 'running', runId, progress: { type: 'progress', done: 0, total: 0, slug: '' } })
      source.current = sharedEvents(`/api/runs/${runId}/events`, {
        onData: (text) => {
          const event = runEventSchema.parse(JSON.parse(text))
          if (event.type === 'progress') setGoing({ phase: 'running', runId, progress: event })
          else void queries.invalidateQueries({ queryKey: statesKey })
          if (event.type !== 'end') return
          source.current?.()
          source.current = undefined
          setGoing(event.problem ? { phase: 'idle', problem: event.problem } : { phase: 'idle' })
        },
        // The server has gone, or knows nothing of the run any more: the results tell what is left.
        onGone: () => {
          source.current = undefined
          setGoing({ phase: 'idle' })
          void queries.invalidateQueries({ queryKey: statesKey })
        },
      })
    },
    [queries, statesKey],
  )

  return { going, setGoing, source, follow }
}

/** Results and runs of the library in view. */
export function useRuns(): Runs {
  const runs = useContext(RunContext)
  if (!runs) throw new Error('useRuns needs a RunProvider above it')
  return runs
}
