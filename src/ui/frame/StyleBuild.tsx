'use client'

import { useState } from 'react'
import { setTrust } from '../live'

/** Asks once whether the PostCSS configuration of a linked folder may run: it is the team's code, on this machine. */
export function StyleBuild({ id, config }: { id: string; config: string }) {
  const [problem, setProblem] = useState<string>()
  const answer = (trust: 'yes' | 'no') => setTrust(id, trust).catch((error: Error) => setProblem(error.message))
  return (
    <section
      aria-label="Build of styles"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line bg-pick px-3 py-1.5"
    >
      <p>
        This folder builds its styles with <code className="num">{config}</code>. That is code of the repository and
        runs on this machine. Without it, styles are read as they are written.
      </p>
      <button type="button" className="control" onClick={() => void answer('yes')}>
        Run it
      </button>
      <button type="button" className="control" onClick={() => void answer('no')}>
        Do not run it
      </button>
      {problem !== undefined && (
        <p role="alert" className="text-miss">
          {problem}
        </p>
      )}
    </section>
  )
}
