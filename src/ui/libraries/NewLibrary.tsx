'use client'

import { useState, type FormEvent } from 'react'
import type { Making } from './useLibraries'

interface WayProps {
  making: Making
}

const submitting = (work: () => void) => (event: FormEvent) => {
  event.preventDefault()
  work()
}

/** Three ways to a library: from nothing, from a folder that exists, from a zip. */
export const NewLibrary = ({ making, isFirst }: WayProps & { isFirst: boolean }) => (
  <section aria-label="New library" className="mb-6 border border-line bg-sheet p-4">
    <h2 className="mb-1 font-semibold">New library</h2>
    {isFirst && (
      <p className="mb-2 text-quiet">There is no library yet. A library holds components and their tokens.</p>
    )}
    <div className="grid gap-4 md:grid-cols-3">
      <FromNothing making={making} />
      <FromFolder making={making} />
      <FromZip making={making} />
    </div>
    <p className="mt-3 text-quiet">
      A repository without a library.yaml is read under <em>Make a component › A repository</em> of any library.
    </p>
  </section>
)

function FromNothing({ making }: WayProps) {
  const [name, setName] = useState('')
  return (
    <form onSubmit={submitting(() => making.make(name, 'nothing'))}>
      <label className="mb-1 block" htmlFor="new-name">
        From nothing
      </label>
      <input
        id="new-name"
        className="field w-full"
        placeholder="Its name"
        required
        maxLength={200}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="submit" className="control">
          Make an empty library
        </button>
        <button type="button" className="control" disabled={!name.trim()} onClick={() => making.make(name, 'demo')}>
          Begin with the demo’s components
        </button>
      </div>
    </form>
  )
}

function FromFolder({ making }: WayProps) {
  const [folder, setFolder] = useState('')
  return (
    <form onSubmit={submitting(() => making.openFolder(folder))}>
      <label className="mb-1 block" htmlFor="new-folder">
        From a folder with a library.yaml
      </label>
      <input
        id="new-folder"
        className="field w-full"
        placeholder="/path/to/the/folder"
        required
        value={folder}
        onChange={(event) => setFolder(event.target.value)}
      />
      <button type="submit" className="control mt-2">
        Link the folder
      </button>
    </form>
  )
}

const FromZip = ({ making }: WayProps) => (
  <div>
    <label className="mb-1 block" htmlFor="new-zip">
      From a zip of such a folder
    </label>
    <input
      id="new-zip"
      type="file"
      accept=".zip"
      className="field w-full"
      onChange={({ target }) => target.files?.[0] && making.takeZip(target.files[0])}
    />
  </div>
)
