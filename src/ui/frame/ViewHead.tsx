'use client'

import { createContext, useContext } from 'react'
import type { LibraryFacts } from '@/contract'
import type { ViewDefinition } from './defineView'
import type { Findable } from './Finder'
import { TitleBlock } from './TitleBlock'

/** Where a view stands: what its title block needs besides what it says itself. */
export interface ViewPlace {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  slug: string
  view: ViewDefinition
  views: readonly ViewDefinition[]
}

export const ViewContext = createContext<ViewPlace | undefined>(undefined)

/** The title block of a component's view. */
export function ViewHead(own: {
  /** The component's revision, where the view knows a newer one than the page was made with. */
  revision?: number | undefined
  findables?: () => Findable[]
}) {
  const place = useContext(ViewContext)
  if (!place) throw new Error('ViewHead needs a ComponentView above it')
  return <TitleBlock {...place} keys={place.view.keys} {...own} />
}
