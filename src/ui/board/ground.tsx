'use client'

import { createContext } from 'react'
import type { BoardModel } from '@/contract'
import { Choice } from '../editing'

/** What live cases stand on in place of their page's own ground, as CSS; undefined where they stand on that. */
export const Ground = createContext<string | undefined>(undefined)

/** The colour of a token, as CSS; undefined without one of this path. */
export function groundColour(colours: BoardModel['colours'], path: string | undefined): string | undefined {
  const colour = colours.find((each) => each.path === path)
  return colour && `var(${colour.property})`
}

// No path of a token begins so.
const OWN = '@own'

/** Chooses on what cases stand: a colour of the library, or undefined for the page's own ground. */
export function GroundChoice({
  colours,
  path,
  onChoose,
}: {
  colours: BoardModel['colours']
  path: string | undefined
  onChoose(path: string | undefined): void
}) {
  if (colours.length === 0) return null
  return (
    <label className="inline-flex items-center gap-1 text-quiet">
      ground
      <Choice
        label="Ground"
        value={groundColour(colours, path) ? path! : OWN}
        options={[[OWN, 'the page’s own'], ...colours.map((each) => [each.path, each.path] as const)]}
        onChoose={(next) => onChoose(next === OWN ? undefined : next)}
      />
    </label>
  )
}
