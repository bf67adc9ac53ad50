'use client'

import { type RepositoryAnswer, ROUTES } from '@/contract'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { call } from '../live'
import { FoundRepository } from './FoundRepository'

/** Takes a repository in as it stands: what is found in it is shown first, and files are written once that is agreed to. */
export function Repository() {
  const router = useRouter()
  const [folder, setFolder] = useState('')
  const [found, setFound] = useState<RepositoryAnswer>()
  const { problem, isBusy, busily } = useBusy()
  const link = async (components: readonly string[]) => {
    const made = await busily(() => call(ROUTES.takeRepository, {}, { given: { folder, components: [...components] } }))
    if (made) router.push(`/${made.id}`)
  }
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-3">
      <p className="max-w-prose">
        A repository on this machine, as it stands: Brelt looks for components, manifests, styles and tokens, and shows
        what it would write. The library stays linked to the folder.
      </p>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          setFound(undefined)
          void busily(() => call(ROUTES.proposeRepository, {}, { given: { folder } })).then(setFound)
        }}
      >
        <input
          className="field num min-w-0 flex-1"
          aria-label="Folder of the repository"
          placeholder="/home/…/design-system"
          value={folder}
          onChange={(event) => setFolder(event.target.value)}
        />
        <button type="submit" className="control" disabled={folder.trim() === '' || isBusy}>
          {isBusy && !found ? 'Searching …' : 'Search'}
        </button>
      </form>
      {problem !== undefined && (
        <p role="alert" className="whitespace-pre-wrap text-miss">
          {problem}
        </p>
      )}
      {found?.kind === 'library' && (
        <div>
          <p className="mb-2">This folder is a library already: it has a library.yaml.</p>
          <button type="button" className="control font-semibold" disabled={isBusy} onClick={() => void link([])}>
            Link to this folder
          </button>
        </div>
      )}
      {found?.kind === 'proposal' && <FoundRepository key={folder} found={found} isBusy={isBusy} onLink={link} />}
    </div>
  )
}

/** Work that is asked for once at a time, and what went wrong with it. */
function useBusy() {
  const [problem, setProblem] = useState<string>()
  const [isBusy, setBusy] = useState(false)
  const busily = async <Answer,>(work: () => Promise<Answer>): Promise<Answer | undefined> => {
    setProblem(undefined)
    setBusy(true)
    try {
      return await work()
    } catch (error) {
      setProblem((error as Error).message)
      return undefined
    } finally {
      setBusy(false)
    }
  }
  return { problem, isBusy, busily }
}
