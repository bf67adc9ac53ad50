'use client'

import { createContext, useContext, useEffect, useState, type ReactNode } from 'react'
import type { LibraryFacts } from '@/contract'
import type { ViewDefinition } from './defineView'
import type { Findable } from './Finder'
import { TitleBlock } from './TitleBlock'

/** Where a view stands: what its title block needs besides what the view itself tells. */
interface ViewPlace {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  slug: string
  view: ViewDefinition
  views: readonly ViewDefinition[]
}

/** What only the view knows. */
interface Told {
  /** The component's revision, where the view knows a newer one than the page was made with. */
  revision?: number | undefined
  findables?: (() => Findable[]) | undefined
}

export const ViewContext = createContext<ViewPlace | undefined>(undefined)

const TellContext = createContext<((told: Told) => void) | undefined>(undefined)

/**
 * A component's view below its title block. The block is there from the first moment and stays while the view loads or becomes another:
 * whoever presses one of its controls meanwhile presses the one that stays.
 */
export function Headed({ place, children }: { place: ViewPlace; children: ReactNode }) {
  const [told, tell] = useState<Told>({})
  return (
    <ViewContext value={place}>
      <TellContext value={tell}>
        <TitleBlock {...place} keys={place.view.keys} {...told} />
        {children}
      </TellContext>
    </ViewContext>
  )
}

/** Tells the title block what the view knows. It draws nothing itself. */
export function ViewHead({ revision, findables }: Told) {
  const tell = useContext(TellContext)
  if (!tell) throw new Error('ViewHead needs a ComponentView above it')
  useEffect(() => {
    tell({ revision, findables })
    return () => tell({})
  }, [tell, revision, findables])
  return null
}
