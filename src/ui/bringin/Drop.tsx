'use client'

import { useState } from 'react'
import type { LibraryFacts } from '@/contract'
import { ClashQuestion } from './ClashQuestion'
import { droppedFiles, SKIPPED } from './droppedFiles'
import { useZip } from './useZip'

const TEXTS = /\.(tsx?|jsx?|mjs|css|scss|html?|json|ya?ml|md|liquid|svg)$/
const MAX_BYTES = 64_000_000

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
        void droppedFiles(event.dataTransfer).then(take)
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
        Drop TSX modules with their styles, HTML with its CSS and JavaScript, a folder of them, or a{' '}
        <span className="num">custom-elements.json</span> with its modules. A zip that holds a{' '}
        <span className="num">library.yaml</span> becomes a library of its own.
      </p>
      <Choose label="Choose files" name="Files to bring in" onFiles={fromInput} />
      <Choose label="Choose a folder" name="Folder to bring in" isFolder onFiles={fromInput} />
    </div>
  )
}

interface ChooseProps {
  label: string
  /** Of the field. */
  name: string
  isFolder?: boolean
  onFiles(files: FileList | null): void
}

const Choose = ({ label, name, isFolder = false, onFiles }: ChooseProps) => (
  <label className="control">
    {label}
    <input
      type="file"
      multiple
      className="sr-only"
      aria-label={name}
      {...(isFolder && { webkitdirectory: '' })}
      onChange={(event) => onFiles(event.target.files)}
    />
  </label>
)
