'use client'

import { useRef, useState } from 'react'
import type { LibraryFacts } from '@/contract'
import { ClashQuestion } from './ClashQuestion'
import { useZip } from './useZip'

const TEXTS = /\.(tsx?|jsx?|mjs|css|scss|html?|json|ya?ml|md|liquid|svg)$/
const MAX_BYTES = 64_000_000
const SKIPPED = /(^|\/)(node_modules|\.git)\//

/** Takes files, a folder or a zip. A zip that is a whole library becomes one; of all else, components are proposed. */
export function Drop({
  onFiles,
  onProblem,
}: {
  onFiles(files: Record<string, string>): void
  onProblem(problem: string | undefined): void
  library: LibraryFacts
}) {
  const zips = useZip(onProblem)
  const [isOver, setOver] = useState(false)
  const folder = useRef<HTMLInputElement>(null)
  const take = async (given: { path: string; file: File }[]) => {
    onProblem(undefined)
    const wanted = given.filter(({ path }) => !SKIPPED.test(path))
    const bytes = wanted.reduce((sum, { file }) => sum + file.size, 0)
    if (bytes > MAX_BYTES)
      return onProblem(`These files have ${bytes} bytes together, more than the ${MAX_BYTES} that are taken at once.`)
    const zip = wanted.find(({ path }) => path.endsWith('.zip'))
    if (zip) return zips.take(zip)
    const texts = await Promise.all(
      wanted.filter(({ path }) => TEXTS.test(path)).map(async ({ path, file }) => [path, await file.text()] as const),
    )
    onFiles(Object.fromEntries(texts))
  }
  const fromInput = (files: FileList | null) =>
    void take([...(files ?? [])].map((file) => ({ path: file.webkitRelativePath || file.name, file })))
  return (
    <div
      className={`m-3 flex flex-1 flex-col items-start gap-3 border border-dashed p-4 ${isOver ? 'border-ink bg-pick' : 'border-line-strong'}`}
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault()
        setOver(false)
        void filesOf(event.dataTransfer).then(take)
      }}
    >
      {zips.clash && (
        <ClashQuestion
          clash={zips.clash}
          onChoose={(as) => void zips.take(zips.clash!.zip, as)}
          onCancel={zips.cancel}
        />
      )}
      <p className="max-w-prose">
        Drop TSX modules with their styles, HTML with CSS, a folder of them, or a{' '}
        <span className="num">custom-elements.json</span> with its modules. A zip that holds a{' '}
        <span className="num">library.yaml</span> becomes a library of its own.
      </p>
      <label className="control">
        Choose files
        <input
          type="file"
          multiple
          className="sr-only"
          aria-label="Files to bring in"
          onChange={(event) => fromInput(event.target.files)}
        />
      </label>
      <label className="control">
        Choose a folder
        <input
          ref={folder}
          type="file"
          multiple
          className="sr-only"
          aria-label="Folder to bring in"
          {...{ webkitdirectory: '' }}
          onChange={(event) => fromInput(event.target.files)}
        />
      </label>
    </div>
  )
}

/** What was dropped, folders opened. */
async function filesOf(data: DataTransfer): Promise<{ path: string; file: File }[]> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  const open = async (entry: FileSystemEntry): Promise<{ path: string; file: File }[]> => {
    const path = entry.fullPath.replace(/^\//, '')
    if (SKIPPED.test(`${path}/`)) return []
    if (entry.isFile) {
      const file = await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail))
      return [{ path, file }]
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader()
    const found: FileSystemEntry[] = []
    // A reader gives a hundred at a time, and none when it is through.
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail))
      if (some.length === 0) break
      found.push(...some)
    }
    return (await Promise.all(found.map(open))).flat()
  }
  return (await Promise.all(entries.map(open))).flat()
}
