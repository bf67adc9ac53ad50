'use client'

import { useState } from 'react'
import type { Proposed } from '@/stage'
import type { Defining } from '../editing'
import { freeName, partOf } from './partNames'

/** What the case in sight shows and no part names yet: taken one by one, or all at once. */
export function ProposedParts({
  proposed,
  names,
  edit,
}: Pick<Defining, 'edit'> & {
  proposed: readonly Proposed[]
  /** Parts that there are. */
  names: readonly string[]
}) {
  // Of use at the beginning; later it is opened by whoever wants it.
  const [isOpen, setOpen] = useState(names.length < 2)
  if (proposed.length === 0) return null
  const take = (chosen: readonly Proposed[]) => {
    const taken = [...names]
    edit(
      chosen.map((each) => {
        const name = freeName(each.name, taken)
        taken.push(name)
        return { do: 'set', path: ['parts', name], value: partOf(each, each.pseudo) }
      }),
    )
  }
  return (
    <details
      className="mt-3 border-t border-line pt-2"
      open={isOpen}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      data-testid="proposed-parts"
    >
      <summary>
        Seen in this case and not a part yet: <span className="num">{proposed.length}</span>
      </summary>
      <button type="button" className="control my-1" onClick={() => take(proposed)}>
        Add all
      </button>
      <ul>
        {proposed.map((each) => {
          const label = each.select + (each.pseudo ?? '')
          return (
            <li key={label} className="flex items-baseline gap-2 border-t border-line py-0.5">
              <button
                type="button"
                className="control"
                aria-label={`Add ${label} as ${each.name}`}
                onClick={() => take([each])}
              >
                Add
              </button>
              <span className="w-28 flex-none truncate" title={each.name}>
                {each.name}
              </span>
              <span className="num min-w-0 break-all text-quiet">{label}</span>
            </li>
          )
        })}
      </ul>
    </details>
  )
}
