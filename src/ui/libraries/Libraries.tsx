'use client'

import { useState } from 'react'
import { counted } from '@/core/words'
import { TextField } from '../editing'
import { Confirm, Link, PageHead } from '../frame'
import { LibraryStanding } from './LibraryStanding'
import { NewLibrary } from './NewLibrary'
import { useLibraries, type Making } from './useLibraries'

export interface LibrariesProps {
  libraries: readonly ListedLibrary[]
  removed: readonly RemovedLibrary[]
}

interface ListedLibrary {
  id: string
  name: string
  folder: string | null
  components: number
}

interface RemovedLibrary {
  id: string
  name: string
  /** ISO 8601. */
  removedAt: string
}

/** All libraries of the store: where they live, and what can be done with each as a whole. */
export function Libraries({ libraries, removed }: LibrariesProps) {
  const making = useLibraries()
  const { problem, undo } = making
  return (
    <main className="max-w-5xl p-6">
      <PageHead title="Libraries" className="mb-4" />
      <NewLibrary making={making} isFirst={libraries.length === 0} />
      <div role="status" className="mb-3 min-h-7">
        {undo && (
          <>
            {undo.words}{' '}
            <button type="button" className="control" onClick={undo.press}>
              Undo
            </button>
          </>
        )}
      </div>
      {problem !== undefined && (
        <p role="alert" className="mb-3 whitespace-pre-wrap text-miss">
          {problem}
        </p>
      )}
      <ul className="border-t border-line">
        {libraries.map((library) => (
          <Row key={library.id} {...{ library, making }} />
        ))}
      </ul>
      {removed.length > 0 && <Removed removed={removed} onBringBack={making.bringBack} />}
    </main>
  )
}

function Row({ library, making }: { library: ListedLibrary; making: Making }) {
  const { id, name, folder, components } = library
  const [isRenaming, setRenaming] = useState(false)
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-2" data-library={id}>
      {isRenaming ? (
        <TextField
          label={`New name of ${name}`}
          value={name}
          check={(text) => (text.trim() === '' ? 'A library needs a name' : undefined)}
          onDone={(text) => {
            setRenaming(false)
            making.rename(library, text.trim())
          }}
        />
      ) : (
        <Link href={`/${id}`} className="font-semibold underline">
          {name}
        </Link>
      )}
      <span className="text-quiet">{counted(components, 'component')}</span>
      {components > 0 && <LibraryStanding library={id} />}
      <span className="min-w-0 flex-1 truncate text-quiet" title={folder ?? undefined}>
        {folder === null ? 'in the store' : `linked to ${folder}`}
      </span>
      <span className="flex flex-wrap gap-2">
        <button
          type="button"
          className="control"
          aria-label={`Rename ${name}`}
          onClick={() => setRenaming(!isRenaming)}
        >
          Rename
        </button>
        <button
          type="button"
          className="control"
          aria-label={`Duplicate ${name}`}
          onClick={() => making.duplicate(library)}
        >
          Duplicate
        </button>
        <a className="control" href={`/api/libraries/${id}/export`} download>
          Export as a zip
        </a>
        <Confirm
          action="Remove"
          label={`Remove ${name}`}
          title={`Remove ${name}?`}
          onConfirm={() => making.remove(library)}
        >
          It leaves all lists, and a run of it is stopped. Its history and its runs are kept: it can be brought back.
          {folder !== null && ` The files in ${folder} stay as they are.`}
        </Confirm>
      </span>
    </li>
  )
}

const Removed = ({ removed, onBringBack }: Pick<LibrariesProps, 'removed'> & { onBringBack(id: string): void }) => (
  <section className="mt-8">
    <h2 className="mb-2 font-semibold">Removed</h2>
    <ul className="border-t border-line">
      {removed.map(({ id, name, removedAt }) => (
        <li key={id} className="flex items-center gap-4 border-b border-line py-2">
          <span className="flex-1">{name}</span>
          <time className="text-quiet" dateTime={removedAt}>
            {removedAt.slice(0, 10)}
          </time>
          <button type="button" className="control" aria-label={`Bring ${name} back`} onClick={() => onBringBack(id)}>
            Bring back
          </button>
        </li>
      ))}
    </ul>
  </section>
)
