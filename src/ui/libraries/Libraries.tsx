'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import { counted } from '@/core/words'
import { Confirm, SchemeSwitch } from '../frame'
import { call } from '../live'

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
  const { problem, undo, remove, bringBack } = useRemoving()
  return (
    <main className="max-w-4xl p-6">
      <div className="mb-4 flex items-center">
        <h1 className="text-[1.125rem] font-semibold">Libraries</h1>
        <span className="ml-auto">
          <SchemeSwitch />
        </span>
      </div>
      <div role="status" className="mb-3 min-h-7">
        {undo && (
          <>
            {undo.name} was removed.{' '}
            <button type="button" className="control" onClick={() => void bringBack(undo.id)}>
              Undo
            </button>
          </>
        )}
      </div>
      {problem !== undefined && (
        <p role="alert" className="mb-3 text-miss">
          {problem}
        </p>
      )}
      {libraries.length === 0 ? (
        <p>
          There is no library. Bring one in from its folder: <code className="num">npx brelt import FOLDER</code>
        </p>
      ) : (
        <ul className="border-t border-line">
          {libraries.map((library) => (
            <Row key={library.id} {...library} onRemove={() => void remove(library)} />
          ))}
        </ul>
      )}
      {removed.length > 0 && <Removed removed={removed} onBringBack={(id) => void bringBack(id)} />}
    </main>
  )
}

function useRemoving() {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const [undo, setUndo] = useState<{ id: string; name: string }>()
  const doing = async (work: Promise<unknown>, next: typeof undo) => {
    setProblem(undefined)
    try {
      await work
      setUndo(next)
      router.refresh()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return {
    problem,
    undo,
    remove: ({ id, name }: ListedLibrary) => doing(call(ROUTES.removeLibrary, { library: id }), { id, name }),
    bringBack: (id: string) => doing(call(ROUTES.bringBackLibrary, { library: id }), undefined),
  }
}

function Row({ id, name, folder, components, onRemove }: ListedLibrary & { onRemove(): void }) {
  return (
    <li className="flex items-center gap-4 border-b border-line py-2">
      <Link href={`/${id}`} className="font-semibold underline">
        {name}
      </Link>
      <span className="text-quiet">{counted(components, 'component')}</span>
      <span className="min-w-0 flex-1 truncate text-quiet" title={folder ?? undefined}>
        {folder === null ? 'in the store' : `linked to ${folder}`}
      </span>
      <a className="control" href={`/api/libraries/${id}/export`} download>
        Export as a zip
      </a>
      <Confirm action="Remove" label={`Remove ${name}`} title={`Remove ${name}?`} onConfirm={onRemove}>
        It leaves all lists, and a run of it is stopped. Its history and its runs are kept: it can be brought back.
        {folder !== null && ` The files in ${folder} stay as they are.`}
      </Confirm>
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
