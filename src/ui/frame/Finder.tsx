'use client'

import { Dialog } from 'radix-ui'
import { useEffect, useMemo, useRef, useState } from 'react'
import { bestMatches } from '@/core/find'
import { Overlay } from './Overlay'
import { noteRecent, recents } from './recents'
import { useFinding } from './useFinding'

/** Something that can be found and gone to. */
export interface Findable {
  kind: string
  label: string
  detail?: string
  go(): void
}

const MAX_SHOWN = 40

/** Finds anything by words that stand in it, in any order. */
export function Finder({
  open,
  onOpenChange,
  items,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  items: () => Findable[]
}) {
  return (
    <Overlay
      open={open}
      onOpenChange={onOpenChange}
      title={<Dialog.Title className="sr-only">Search</Dialog.Title>}
      className="w-[min(680px,92vw)]"
    >
      {open && <FinderList items={items} onDone={() => onOpenChange(false)} />}
    </Overlay>
  )
}

function FinderList({ items, onDone }: { items: () => Findable[]; onDone: () => void }) {
  const { words, setWords } = useFinding()
  const [at, setAt] = useState(0)
  const list = useRef<HTMLUListElement>(null)
  const all = useMemo(items, [items])
  const found = useMemo(() => matching(all, words), [all, words])
  useEffect(() => {
    // Newer browsers give back a promise of having scrolled: an effect must not.
    list.current?.children[at]?.scrollIntoView({ block: 'nearest' })
  }, [at])
  const take = (item: Findable | undefined) => {
    if (!item) return
    noteRecent(nameOf(item))
    onDone()
    item.go()
  }
  const onKeyDown = (event: React.KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (step !== undefined) {
      event.preventDefault()
      setAt(Math.max(0, Math.min(found.length - 1, at + step)))
    } else if (event.key === 'Enter') take(found[at])
  }
  return (
    <div onKeyDown={onKeyDown}>
      <input
        role="combobox"
        aria-expanded="true"
        aria-controls="finder-list"
        aria-activedescendant={found[at] ? `finder-${at}` : undefined}
        aria-label="Search"
        placeholder="A component, a rule, a token, a step, a command, the documentation …"
        className="w-full border-b border-line bg-transparent px-3 py-2 text-base outline-none"
        value={words}
        onChange={(event) => {
          setWords(event.target.value)
          setAt(0)
        }}
      />
      <ul ref={list} id="finder-list" role="listbox" aria-label="Found" className="max-h-[50vh] overflow-auto py-1">
        {found.map((item, index) => (
          <FoundRow
            key={`${item.kind} ${item.label} ${item.detail ?? ''} ${index}`}
            {...{ item, index }}
            isPicked={index === at}
            onPoint={() => setAt(index)}
            onTake={() => take(item)}
          />
        ))}
        {found.length === 0 && <li className="px-3 py-2 text-quiet">No results.</li>}
      </ul>
    </div>
  )
}

const nameOf = ({ kind, label, detail = '' }: Findable) => `${kind} ${label} ${detail}`

/** What fits the words, the best first; what was used last comes before all others that fit as well. */
function matching(all: readonly Findable[], words: string): Findable[] {
  const used = recents()
  const isRecent = new Map(used.map((name, at) => [name, at]))
  const recent = all.filter((item) => isRecent.has(nameOf(item)))
  recent.sort((a, b) => isRecent.get(nameOf(a))! - isRecent.get(nameOf(b))!)
  return bestMatches([...recent, ...all.filter((item) => !isRecent.has(nameOf(item)))], words, MAX_SHOWN)
}

interface FoundRowProps {
  item: Findable
  index: number
  isPicked: boolean
  onPoint(): void
  onTake(): void
}

const FoundRow = ({ item, index, isPicked, onPoint, onTake }: FoundRowProps) => (
  <li
    id={`finder-${index}`}
    role="option"
    aria-selected={isPicked}
    data-highlighted={isPicked || undefined}
    className="floating-item"
    onPointerMove={onPoint}
    onClick={onTake}
  >
    <span className="w-20 shrink-0 text-quiet">{item.kind}</span>
    <span className="truncate">{item.label}</span>
    {item.detail && <span className="num ml-auto max-w-[45%] shrink-0 truncate pl-2 text-quiet">{item.detail}</span>}
  </li>
)
