'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROUTES, takenLibrarySchema } from '@/contract'
import { call, requestJson } from '../live'

interface Named {
  id: string
  name: string
}

/** What was done last, as far as it can be taken back. */
interface Undo {
  words: string
  work(): Promise<unknown>
}

/** What is done with libraries as wholes, with what went wrong and what can be taken back. */
export function useLibraries() {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const [undo, setUndo] = useState<Undo>()
  const doing = async (work: Promise<unknown>, next?: Undo) => {
    setProblem(undefined)
    try {
      await work
      setUndo(next)
      router.refresh()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const open = (made: Promise<{ id: string }>) => void doing(made.then(({ id }) => router.push(`/${id}`)))
  const take = async (query: string, body?: Blob) =>
    takenLibrarySchema.parse(await requestJson(`/api/libraries?${query}`, { method: 'POST', ...(body && { body }) }))
  const rename = ({ id }: Named, name: string) => call(ROUTES.renameLibrary, { library: id }, { given: { name } })
  const bringBack = (id: string) => call(ROUTES.bringBackLibrary, { library: id })
  return {
    problem,
    undo: undo && { words: undo.words, press: () => void doing(undo.work()) },
    make: (name: string, from: 'nothing' | 'demo') => open(call(ROUTES.newLibrary, {}, { given: { name, from } })),
    openFolder: (folder: string) => open(take(String(new URLSearchParams({ folder, link: 'yes' })))),
    takeZip: (zip: File) => open(take(String(new URLSearchParams({ name: zip.name })), zip)),
    duplicate: ({ id, name }: Named) =>
      void doing(call(ROUTES.duplicateLibrary, { library: id }, { given: { name: `${name} copy` } })),
    rename: (library: Named, name: string) =>
      void doing(rename(library, name), {
        words: `${library.name} is called ${name} now.`,
        work: () => rename(library, library.name),
      }),
    remove: ({ id, name }: Named) =>
      void doing(call(ROUTES.removeLibrary, { library: id }), {
        words: `${name} was removed.`,
        work: () => bringBack(id),
      }),
    bringBack: (id: string) => void doing(bringBack(id)),
  }
}

export type Making = ReturnType<typeof useLibraries>
