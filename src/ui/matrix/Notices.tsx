'use client'

import { useState } from 'react'
import type { ComponentState } from '../live'

/** What the sheet's lints and the last run say of the component as a whole. */
export function Notices({ state }: { state?: ComponentState }) {
  const [isOpen, setOpen] = useState(false)
  const lints = state?.lints ?? []
  const notes = state?.notes ?? []
  const count = lints.length + notes.length
  if (count === 0) return null
  const errors = lints.filter(({ severity }) => severity === 'error').length
  return (
    <div className="border-b border-line bg-sheet px-3 py-1">
      <button
        type="button"
        aria-expanded={isOpen}
        className="underline decoration-line-strong underline-offset-2"
        onClick={() => setOpen(!isOpen)}
      >
        {[
          errors && `${errors} lint errors`,
          lints.length - errors && `${lints.length - errors} lint warnings`,
          notes.length && `${notes.length} notes`,
        ]
          .filter(Boolean)
          .join(', ')}
      </button>
      {isOpen && (
        <ul className="max-h-48 overflow-auto py-1">
          {lints.map(({ code, severity, message, file, line }, at) => (
            <li key={at} className="py-0.5">
              <span className={`num ${severity === 'error' ? 'text-miss' : ''}`}>{code}</span> {message}{' '}
              <span className="num text-quiet">
                {file}:{line}
              </span>
            </li>
          ))}
          {notes.map((note) => (
            <li key={note} className="py-0.5">
              <span className="num">note</span> {note}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
