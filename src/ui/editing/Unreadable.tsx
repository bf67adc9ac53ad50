'use client'

import { useState } from 'react'
import type { Definition } from '@/contract'
import { problemSentence, type Problem } from '@/core/problem'
import { ViewHead } from '../frame'
import { EditingBar } from './EditingBar'
import { Source } from './Source'
import type { Defining } from './useDefinition'

/** A component whose sheet cannot be read: what is wrong, at its place in the text, which can be mended here. */
export function Unreadable({ defining, definition }: { defining: Defining; definition: Definition }) {
  const { texts, problems, change, save } = defining
  const { file } = definition
  const [first] = problems
  const [open, setOpen] = useState<{ file: string; goTo?: { line: number } }>()
  const shown = open ?? { file: first?.file ?? file, ...(first && { goTo: first }) }
  return (
    <>
      <ViewHead revision={definition.revisions.length} />
      <EditingBar defining={defining} />
      <main className="flex min-h-0 flex-1 flex-col">
        <section aria-label="Errors" className="border-b border-line bg-sheet px-3 py-2">
          <h1 className="font-semibold">
            {problems.length > 0 ? 'This sheet cannot be read' : 'This sheet can be read again'}
          </h1>
          <p className="text-quiet">Mend the text below: the view comes back when it is saved.</p>
          <ul className="mt-1 max-h-32 overflow-auto">
            {problems.map((problem) => (
              <li key={`${problem.line}:${problem.column} ${problem.message}`}>
                <button
                  type="button"
                  className="text-left text-miss underline underline-offset-2"
                  onClick={() => setOpen({ file: problem.file, goTo: { line: problem.line } })}
                >
                  {placeOf(problem)}
                </button>{' '}
                {problemSentence(problem)}
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Source" className="min-h-0 flex-1">
          <Source
            {...{ texts, file, problems }}
            lints={[]}
            open={shown.file}
            onOpen={(path) => setOpen({ file: path })}
            onType={(path, text) => change({ [path]: text }, 'later')}
            onSave={() => save()}
            goTo={shown.goTo}
          />
        </section>
      </main>
    </>
  )
}

const placeOf = ({ file, line, column }: Problem) => `${file.slice(file.lastIndexOf('/') + 1)}:${line}:${column}`
