'use client'

import { useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { ROUTES, type LibraryFacts } from '@/contract'
import { call } from '../live'

/** Components that the library had: each can be brought back, the one just removed at once. */
export function useRemovedComponents({ id, removed }: LibraryFacts) {
  const router = useRouter()
  const just = useSearchParams().get('removed')
  const [problem, setProblem] = useState<string>()
  const bringBack = async (slug: string) => {
    setProblem(undefined)
    try {
      await call(ROUTES.bringBackComponent, { library: id, slug })
      router.replace(`/${id}`)
      router.refresh()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return { removed, just: removed.find(({ slug }) => slug === just), problem, bringBack }
}

type Removed = ReturnType<typeof useRemovedComponents>

export const JustRemoved = ({ just, problem, bringBack }: Removed) => (
  <div role="status">
    {just && (
      <p className="mb-3">
        {just.name} was removed.{' '}
        <button type="button" className="control" onClick={() => void bringBack(just.slug)}>
          Undo
        </button>
      </p>
    )}
    {problem !== undefined && <p className="mb-3 text-miss">{problem}</p>}
  </div>
)

export const RemovedComponents = ({ removed, bringBack }: Removed) =>
  removed.length > 0 && (
    <details className="mt-6">
      <summary className="cursor-pointer text-quiet">Removed components ({removed.length})</summary>
      <ul className="mt-2 max-w-xl border-t border-line">
        {removed.map(({ slug, name }) => (
          <li key={slug} className="flex items-center border-b border-line py-1">
            <span className="flex-1">{name}</span>
            <button
              type="button"
              className="control"
              aria-label={`Bring ${name} back`}
              onClick={() => void bringBack(slug)}
            >
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
