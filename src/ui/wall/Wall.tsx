'use client'

import { ToggleGroup } from 'radix-ui'
import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import type { LibraryFacts } from '@/contract'
import { LibraryFolder } from '../bringin'
import { Link, TitleBlock } from '../frame'
import { RunProvider, useFreshFacts, useGit, useLibraryEvents, useRuns } from '../live'
import { orderComponents, type WallOrder } from './order'
import { JustRemoved, RemovedComponents, useRemovedComponents } from './RemovedComponents'
import { Tile } from './Tile'
import { WatchButton } from './WatchButton'

export interface WallProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
}

const ORDERS: readonly [WallOrder, string][] = [
  ['failing', 'Failing first'],
  ['name', 'By name'],
  ['read', 'Oldest run first'],
]

/** A library's home: a tile a component. */
export function Wall({ library, libraries }: WallProps) {
  return (
    <RunProvider library={library.id}>
      <TitleBlock library={library} libraries={libraries} />
      <Tiles library={library} />
    </RunProvider>
  )
}

/** Shows anew what has changed in a library, from wherever it was changed. */
function useFresh(library: string) {
  const client = useQueryClient()
  const known = useRef<string>(undefined)
  useLibraryEvents(library, ({ fingerprint, components }) => {
    const isFirst = known.current === undefined
    const isSame = known.current === fingerprint
    known.current = fingerprint
    // The first tells only how it stands.
    if (isFirst || isSame) return
    // What all of them share, such as a token, is of no component.
    if (components.length === 0) void client.invalidateQueries({ queryKey: ['board', library] })
    for (const { slug } of components) void client.invalidateQueries({ queryKey: ['board', library, slug] })
  })
}

function Tiles({ library }: { library: LibraryFacts }) {
  useFresh(library.id)
  const problem = useFreshFacts(library)
  const { states } = useRuns()
  const git = useGit(library)
  const removed = useRemovedComponents(library)
  const [order, setOrder] = useState<WallOrder>('failing')
  const [words, setWords] = useState('')
  const shown = orderComponents(library.components, states, order).filter(({ name, slug }) =>
    `${name} ${slug}`.toLowerCase().includes(words.toLowerCase()),
  )
  return (
    <main className="p-4">
      <h1 className="sr-only">{library.name}</h1>
      {problem !== undefined && (
        <p role="alert" className="mb-3 whitespace-pre-wrap text-miss">
          The linked folder cannot be taken in as it stands, so what you see is how it was before. {problem}
        </p>
      )}
      <JustRemoved {...removed} />
      <WallBar {...{ library, order, words }} onOrder={setOrder} onWords={setWords} />
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(340px,100%),1fr))] gap-4">
        {shown.map(({ slug, name, fault }) => (
          <Tile
            key={slug}
            library={library.id}
            slug={slug}
            name={name}
            fault={fault}
            state={states.find((state) => state.slug === slug)}
            git={git?.components.find((each) => each.slug === slug)}
          />
        ))}
      </ul>
      {shown.length === 0 && (
        <p className="text-quiet">
          {library.components.length === 0
            ? 'This library has no components yet. Make the first one, from nothing or from code that exists.'
            : `No component matches “${words}”.`}
        </p>
      )}
      <RemovedComponents {...removed} />
    </main>
  )
}

interface WallBarProps {
  library: LibraryFacts
  order: WallOrder
  onOrder(order: WallOrder): void
  words: string
  onWords(words: string): void
}

/** Order and filter of the tiles, and what is done with the library as a whole. */
function WallBar({ library, order, onOrder, words, onWords }: WallBarProps) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-2">
      <ToggleGroup.Root
        type="single"
        value={order}
        onValueChange={(value) => value && onOrder(value as WallOrder)}
        aria-label="Order"
        className="flex -space-x-px"
      >
        {ORDERS.map(([value, label]) => (
          <ToggleGroup.Item key={value} value={value} className="control">
            {label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <input
        type="search"
        aria-label="Filter by name"
        placeholder="Filter by name"
        className="control w-36"
        value={words}
        onChange={(event) => onWords(event.target.value)}
      />
      <span className="flex flex-wrap gap-2 md:ml-auto">
        <Link className="control" href={`/${library.id}/tokens`}>
          Tokens
        </Link>
        <Link className="control" href={`/${library.id}/runs`}>
          Runs
        </Link>
        <Link className="control" href={`/${library.id}/strength`}>
          Strength
        </Link>
        <Link className="control" href={`/${library.id}/settings`}>
          Settings
        </Link>
        <Link className="control" href={`/${library.id}/bring-in`}>
          Make a component
        </Link>
        <a className="control" href={`/api/libraries/${library.id}/guide`} download>
          Publish the guide
        </a>
        <a className="control" href={`/api/libraries/${library.id}/export`} download>
          Export as a zip
        </a>
        {library.folder !== undefined && <WatchButton library={library.id} isWatched={library.isWatched ?? false} />}
        <LibraryFolder {...library} />
      </span>
    </div>
  )
}
