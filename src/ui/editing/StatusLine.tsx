'use client'

import { problemSentence } from '@/core/problem'
import type { Status } from './session'
import type { Defining } from './useDefinition'

/** How what is on the screen stands to what is saved, and what to do where it does not go on by itself. */
export function StatusLine({ defining, status }: { defining: Defining; status: Status }) {
  const { definition, problems, folderProblem, save } = defining
  const last = definition!.revisions.at(-1)!
  return (
    <div className="flex min-w-0 flex-wrap items-center gap-2" role="status" data-status={status.kind}>
      {status.kind === 'saved' && (
        <span className="truncate text-quiet">
          Revision <span className="num">{last.number}</span>: {last.note}
        </span>
      )}
      {status.kind === 'saving' && <span className="text-quiet">Saving …</span>}
      {status.kind === 'typing' && (
        <>
          <span>Draft kept, not yet a revision.</span>
          <button type="button" className="control" onClick={() => save()}>
            Save
          </button>
        </>
      )}
      {status.kind === 'broken' && (
        <>
          <span className="text-miss">
            {problems[0]
              ? `${problems[0].file.slice(problems[0].file.lastIndexOf('/') + 1)}:${problems[0].line} ${problemSentence(problems[0])}`
              : 'There are errors.'}
          </span>
          <GoBack defining={defining} />
        </>
      )}
      {status.kind === 'offline' && (
        <>
          <span className="text-miss">Not saved: {status.message}</span>
          <button type="button" className="control" onClick={() => save()}>
            Try again
          </button>
        </>
      )}
      {status.kind === 'conflict' && <Conflicts conflicts={status.conflicts} onTake={save} />}
      {folderProblem !== undefined && (
        <span className="whitespace-pre-wrap text-miss">The linked folder: {folderProblem}</span>
      )}
    </div>
  )
}

/** What was typed is taken back; where what is saved cannot be read itself, to the last revision that can. */
function GoBack({ defining: { definition, isClean, discard, step } }: { defining: Defining }) {
  const { revisions, base, lastGood } = definition!
  const to = isClean ? lastGood : base
  const number = revisions.find(({ id }) => id === to)?.number
  if (to === undefined || number === undefined || (isClean && to === base)) return null
  return (
    <button type="button" className="control" onClick={() => (isClean ? step({ kind: 'restore', id: to }) : discard())}>
      Go back to revision {number}
    </button>
  )
}

interface ConflictsProps {
  conflicts: Extract<Status, { kind: 'conflict' }>['conflicts']
  onTake(whose: 'ours' | 'theirs'): void
}

const Conflicts = ({ conflicts, onTake }: ConflictsProps) => (
  <div className="flex flex-wrap items-center gap-2" role="alert">
    <span className="text-miss">Someone else changed this too:</span>
    {conflicts.map(({ file, label, ours, theirs }) => (
      <span key={file + label} data-conflict={label}>
        {label}: <span className="num">{ours}</span> here, <span className="num">{theirs}</span> there.
      </span>
    ))}
    <button type="button" className="control" onClick={() => onTake('ours')}>
      Take mine
    </button>
    <button type="button" className="control" onClick={() => onTake('theirs')}>
      Take theirs
    </button>
  </div>
)
