'use client'

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES, type Definition } from '@/contract'
import { Confirm, exactTime } from '../frame'
import { call } from '../live'
import { FieldChanges, type Defining } from '../editing'
import { RevisionsSeen } from './RevisionsSeen'

/** A component's revisions; any two can be compared, any one brought back. */
export function History({
  definition,
  library,
  slug,
  step,
}: {
  definition: Definition
  library: string
  slug: string
  step: Defining['step']
}) {
  const { removed, problem, setRemoved } = useRemovedRevisions(definition, library, slug)
  const [showsRemoved, setShowsRemoved] = useState(false)
  const revisions = definition.revisions.filter(({ id }) => showsRemoved || !removed.has(id))
  const last = revisions.at(-1)!
  const [pair, setPair] = useState<[from: number, to: number]>()
  const [from, to] = pair ?? [revisions.at(-2)?.id ?? last.id, last.id]
  return (
    <>
      {/* First, and no higher than this: what the comparison shows comes later and must not move what is pressed. */}
      <div className="max-h-72 overflow-auto border-b border-line-strong">
        <table className="w-full">
          <Heads />
          <tbody>
            {revisions.toReversed().map((revision) => (
              <RevisionRow
                key={revision.id}
                revision={revision}
                isLast={revision.id === last.id}
                isFrom={revision.id === from}
                isTo={revision.id === to}
                onFrom={() => setPair([revision.id, to])}
                onTo={() => setPair([from, revision.id])}
                onRestore={() => step({ kind: 'restore', id: revision.id })}
                isRemoved={removed.has(revision.id)}
                onRemove={(isRemoved) => void setRemoved(revision.id, isRemoved)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <RemovedRevisions
        problem={problem}
        count={removed.size}
        isShown={showsRemoved}
        onShow={() => setShowsRemoved(!showsRemoved)}
      />
      <Compare
        library={library}
        slug={slug}
        from={from}
        to={to}
        numbers={new Map(definition.revisions.map(({ id, number }) => [id, number]))}
      />
    </>
  )
}

const Heads = () => (
  <thead className="sticky top-0 bg-sheet text-left text-quiet">
    <tr>
      <th className="w-12 font-normal">From</th>
      <th className="w-10 font-normal">To</th>
      <th className="w-8 font-normal">No.</th>
      <th className="font-normal">What changed</th>
      <th className="w-20" />
    </tr>
  </thead>
)

/** Shows those that were removed among the others, or hides them. */
const RemovedRevisions = (props: { problem: string | undefined; count: number; isShown: boolean; onShow(): void }) => (
  <>
    {props.problem !== undefined && (
      <p role="alert" className="text-miss">
        {props.problem}
      </p>
    )}
    {props.count > 0 && (
      <button type="button" className="control mt-2" aria-pressed={props.isShown} onClick={props.onShow}>
        {props.isShown ? 'Hide' : 'Show'} removed revisions ({props.count})
      </button>
    )}
  </>
)

function useRemovedRevisions({ revisions }: Definition, library: string, slug: string) {
  // What was done since the definition was loaded.
  const [since, setSince] = useState<ReadonlyMap<number, boolean>>(new Map())
  const [problem, setProblem] = useState<string>()
  const removed = new Set(revisions.filter(({ id, isRemoved }) => since.get(id) ?? isRemoved).map(({ id }) => id))
  const setRemoved = async (id: number, isRemoved: boolean) => {
    setProblem(undefined)
    try {
      await call(ROUTES.removeRevision, { library, slug }, { given: { id, isRemoved } })
      setSince((before) => new Map(before).set(id, isRemoved))
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return { removed, problem, setRemoved }
}

interface RevisionRowProps {
  revision: Definition['revisions'][number]
  isLast: boolean
  /** It is what is compared, from or to. */
  isFrom: boolean
  isTo: boolean
  onFrom(): void
  onTo(): void
  onRestore(): void
  isRemoved: boolean
  onRemove(isRemoved: boolean): void
}

function RevisionRow({
  revision,
  isLast,
  isFrom,
  isTo,
  onFrom,
  onTo,
  onRestore,
  isRemoved,
  onRemove,
}: RevisionRowProps) {
  const { number, note, author, at } = revision
  return (
    <tr className={`border-t border-line align-baseline${isRemoved ? ' text-quiet' : ''}`} data-revision={number}>
      <td>
        <input
          type="radio"
          name="from"
          aria-label={`Compare from revision ${number}`}
          checked={isFrom}
          onChange={onFrom}
        />
      </td>
      <td>
        <input type="radio" name="to" aria-label={`Compare to revision ${number}`} checked={isTo} onChange={onTo} />
      </td>
      <td className="num">{number}</td>
      <td className="py-0.5 pr-2">
        {note}
        <span className="block text-quiet">
          {author}, <time dateTime={at}>{exactTime(at)}</time>
        </span>
      </td>
      <td className="text-right whitespace-nowrap">
        {!isLast && (
          <>
            <button type="button" className="control" onClick={onRestore}>
              Restore
            </button>{' '}
            {isRemoved ? (
              <button type="button" className="control" onClick={() => onRemove(false)}>
                Bring back
              </button>
            ) : (
              <Confirm
                action="Remove"
                label={`Remove revision ${number}`}
                title={`Remove revision ${number}?`}
                onConfirm={() => onRemove(true)}
              >
                It leaves the list of revisions; the component stays as it is. It can be brought back.
              </Confirm>
            )}
          </>
        )}
      </td>
    </tr>
  )
}

function Compare({
  library,
  slug,
  from,
  to,
  numbers,
}: {
  library: string
  slug: string
  from: number
  to: number
  numbers: ReadonlyMap<number, number>
}) {
  const { data, error } = useQuery({
    queryKey: ['compare', library, slug, from, to],
    queryFn: () => call(ROUTES.compareRevisions, { library, slug }, { query: { from, to } }),
  })
  return (
    <section aria-label="Comparison" className="mt-3 pb-2">
      <h3 className="mb-1">
        From <span className="num">{numbers.get(from)}</span> to <span className="num">{numbers.get(to)}</span>
      </h3>
      {error && <p className="text-miss">{error.message}</p>}
      {data && (
        <div className="max-h-56 overflow-auto">
          <FieldChanges changes={data.changes} none="No differences." />
        </div>
      )}
      {from !== to && (
        <RevisionsSeen
          key={`${from} ${to}`}
          {...{ library, slug }}
          pair={[from, to]}
          words={(id) => `Revision ${numbers.get(id)}`}
        />
      )}
    </section>
  )
}
