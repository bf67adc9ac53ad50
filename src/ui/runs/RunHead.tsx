import type { LibraryFacts, ListedRun } from '@/contract'
import { counted } from '@/core/words'
import { Confirm, longTime } from '../frame'
import { useRuns } from '../live'
import { printDuration } from './figures'
import type { useRunList } from './useRunList'
import { commitOf } from './words'

export interface RunHeadProps {
  library: LibraryFacts
  run: ListedRun
  history: ReturnType<typeof useRunList>
  /** A run begins that takes its place. */
  onAgain(): void
}

/** When a run was, where, what came of it as a whole, and what can be done with it. */
export function RunHead(props: RunHeadProps) {
  const { state, startedAt, milliseconds, browser, problem } = props.run
  return (
    <header className="border-b border-line bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="font-semibold">
          <time dateTime={startedAt}>{longTime(startedAt)}</time>
        </h2>
        <span>{state}</span>
        {state !== 'running' && <span className="num">{printDuration(milliseconds)}</span>}
        <span className="text-quiet">{browser}</span>
        <span className="ml-auto">{commitOf(props.run)}</span>
      </div>
      {problem && <p className="whitespace-pre-wrap text-miss">{problem}</p>}
      {props.run.workers && <ReadBy workers={props.run.workers} />}
      <div className="mt-2 flex flex-wrap gap-2">{state === 'running' ? <Stop /> : <Actions {...props} />}</div>
    </header>
  )
}

/** Which workers read what. */
const ReadBy = ({ workers }: { workers: NonNullable<ListedRun['workers']> }) => (
  <details className="mt-1" data-testid="read-by">
    <summary>
      Read by {counted(workers.length, 'worker')} <span className="text-quiet">and what each read</span>
    </summary>
    <ul className="mt-1">
      {workers.map(({ name, did }) => (
        <li key={name}>
          <span className="font-semibold">{name}</span>{' '}
          <span className="text-quiet">{did.map(([slug, pieces]) => `${slug} ${pieces}`).join(', ')}</span>
        </li>
      ))}
    </ul>
  </details>
)

function Stop() {
  const { going, stop } = useRuns()
  return (
    <button type="button" className="control" disabled={going.phase === 'idle'} onClick={stop}>
      Stop
    </button>
  )
}

function Actions({ library, run, history, onAgain }: RunHeadProps) {
  const { going, unfinished, verify, resume } = useRuns()
  const isIdle = going.phase === 'idle'
  // Those that the library has still.
  const asked = run.asked?.filter((slug) => library.components.some((each) => each.slug === slug))
  return (
    <>
      {run.canResume && (
        <button
          type="button"
          className="control border-ink font-semibold"
          // This run may be listed as stopped a moment before it is known as the one to go on with.
          disabled={!isIdle || unfinished?.run !== run.id}
          onClick={resume}
        >
          Resume
        </button>
      )}
      <button
        type="button"
        className="control"
        disabled={!isIdle || asked?.length === 0}
        title="Reads all of it again, as the library is now"
        onClick={() => {
          verify(asked, true)
          onAgain()
        }}
      >
        Run again
      </button>
      <button
        type="button"
        className="control"
        aria-pressed={run.isKept}
        title="A run that is kept does not go when there are too many"
        onClick={() => history.keep(run.id, !run.isKept)}
      >
        Keep
      </button>
      <Confirm action="Delete" label="Delete the run" title="Delete this run?" onConfirm={() => history.remove(run.id)}>
        All that it found is deleted with it, for good. Approved pictures stay. Components that no later run has taken
        stand as the run before has found them.
      </Confirm>
    </>
  )
}
