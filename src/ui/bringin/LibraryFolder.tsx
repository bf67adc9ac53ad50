'use client'

import { Popover } from 'radix-ui'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import { call, setTrust } from '../live'

export interface LibraryFolderProps {
  id: string
  folder?: string
  /** The PostCSS configuration of the folder, and what the user has said of running it. */
  styleBuild?: { config: string; trust?: 'yes' | 'no' }
}

/** Where a library lives: in Brelt's store, or linked to a folder on this machine. */
export function LibraryFolder({ id, folder, styleBuild }: LibraryFolderProps) {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const link = async (wanted: string | null) => {
    setProblem(undefined)
    try {
      await call(ROUTES.link, { library: id }, { given: { folder: wanted } })
      router.refresh()
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  const allow = (isAllowed: boolean) =>
    setTrust(id, isAllowed ? 'yes' : 'no').catch((error: Error) => setProblem(error.message))
  return (
    <Popover.Root>
      <Popover.Trigger className="control max-w-80" title={folder}>
        <span className="truncate">{folder ? `Linked to ${folder}` : 'Link to a folder'}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className="floating w-[440px] p-3" align="end" sideOffset={4}>
          <p className="mb-2 text-quiet">
            A linked library is the open folder in your repository: changes on disk show at once, and what you save here
            is written there, with comments and order kept. An empty folder gets this library’s files.
          </p>
          <FolderForm folder={folder} onLink={(path) => void link(path)} />
          {styleBuild?.trust && (
            <Trust config={styleBuild.config} isTrusted={styleBuild.trust === 'yes'} onTrust={(is) => void allow(is)} />
          )}
          {folder && (
            <button type="button" className="mt-2 underline" onClick={() => void link(null)}>
              End the link; the library stays in Brelt’s store
            </button>
          )}
          {problem !== undefined && (
            <p role="alert" className="mt-2 whitespace-pre-wrap text-miss">
              {problem}
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function FolderForm({ folder, onLink }: { folder: string | undefined; onLink(path: string): void }) {
  const [path, setPath] = useState(folder ?? '')
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        onLink(path)
      }}
    >
      <input
        className="field num min-w-0 flex-1"
        aria-label="Folder on this machine"
        placeholder="/home/…/design-system"
        value={path}
        onChange={(event) => setPath(event.target.value)}
      />
      <button type="submit" className="control" disabled={path.trim() === '' || path === folder}>
        Link
      </button>
    </form>
  )
}

interface TrustProps {
  config: string
  isTrusted: boolean
  onTrust(is: boolean): void
}

/** Whether the folder's own build of styles may run. */
const Trust = ({ config, isTrusted, onTrust }: TrustProps) => (
  <label className="mt-2 flex items-center gap-2">
    <input type="checkbox" checked={isTrusted} onChange={({ target }) => onTrust(target.checked)} />
    <span>
      Build styles with <code className="num">{config}</code>, code of the folder that runs on this machine
    </span>
  </label>
)
