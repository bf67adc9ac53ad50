import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import { call } from '../live'

/** Has a linked library verified whenever its folder changes. */
export function WatchButton({ library, isWatched: wasWatched }: { library: string; isWatched: boolean }) {
  const client = useQueryClient()
  const [isWatched, setWatched] = useState(wasWatched)
  const [problem, setProblem] = useState<string>()
  const press = async () => {
    try {
      await call(ROUTES.watch, { library }, { given: { isWatched: !isWatched } })
      setWatched(!isWatched)
      setProblem(undefined)
      await client.invalidateQueries({ queryKey: ['states', library] })
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <>
      <button
        type="button"
        className="control"
        aria-pressed={isWatched}
        title="Verifies at once whenever a file of the linked folder changes; what has not changed is not read again."
        onClick={() => void press()}
      >
        Verify as files change
      </button>
      {problem && (
        <span role="alert" className="text-miss">
          {problem}
        </span>
      )}
    </>
  )
}
