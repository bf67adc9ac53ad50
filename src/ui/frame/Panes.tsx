'use client'

import { Children, useState, type ReactNode } from 'react'

export interface PanesProps {
  /** How panes lie beside each other, as classes from `md:` on. */
  grid: string
  names: readonly string[]
  /** One for each name. */
  children: ReactNode
  /** The pane that a narrow window shows. @defaultValue whichever was chosen last */
  shown?: string
  onShown?(name: string): void
}

/** The panes of a view: side by side, or, where the window is narrow, one at a time with a switch between them. */
export function Panes({ grid, names, children, shown: given, onShown }: PanesProps) {
  const panes = Children.toArray(children)
  const [own, setOwn] = useState(names[0]!)
  const wanted = given ?? own
  // A pane may have gone.
  const shown = names.includes(wanted) ? wanted : names[0]!
  return (
    <>
      <div role="group" aria-label="Panes" className="flex border-b border-line bg-sheet md:hidden">
        {names.map((name) => (
          <button
            key={name}
            type="button"
            aria-pressed={name === shown}
            className="min-h-8 flex-1 border-r border-line px-3 aria-pressed:bg-ink aria-pressed:text-paper"
            onClick={() => {
              setOwn(name)
              onShown?.(name)
            }}
          >
            {name}
          </button>
        ))}
      </div>
      <main className={`flex min-h-0 flex-1 flex-col md:grid ${grid}`}>
        {names.map((name, at) => (
          <div
            key={name}
            className={`md:contents ${name === shown ? 'flex min-h-0 flex-1 flex-col [&>*]:min-h-0 [&>*]:flex-1' : 'hidden'}`}
          >
            {panes[at]}
          </div>
        ))}
      </main>
    </>
  )
}
