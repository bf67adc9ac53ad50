'use client'

import { notFound } from 'next/navigation'
import { Suspense } from 'react'
import type { LibraryFacts } from '@/contract'
import { Headed } from '../frame'
import { RunProvider, useFreshFacts } from '../live'
import { VIEWS } from './list'

const EXTENT = { window: 'h-dvh', page: 'min-h-dvh print:block' } as const

/** One view of a component, with all that views share; 404 where there is none of this name. */
export function ComponentView({
  view: name,
  library,
  libraries,
  slug,
  query,
}: {
  view: string
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  slug: string
  query: string
}) {
  const view = VIEWS.find((each) => each.name === name)
  if (!view) notFound()
  const { Component, extent = 'window' } = view
  return (
    <RunProvider library={library.id}>
      <Fresh library={library} />
      <div className={`flex flex-col ${EXTENT[extent]}`}>
        <Headed place={{ library, libraries, slug, view, views: VIEWS }}>
          <Suspense fallback={<p className="p-4 text-quiet">Loading …</p>}>
            <Component library={library} slug={slug} query={query} />
          </Suspense>
        </Headed>
      </div>
    </RunProvider>
  )
}

/** Names, states and faults in the title block are those of now. */
function Fresh({ library }: { library: LibraryFacts }) {
  useFreshFacts(library)
  return null
}
