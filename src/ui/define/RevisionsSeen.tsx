'use client'

import { useQuery } from '@tanstack/react-query'
import { useRef, useState, useLayoutEffect } from 'react'
import { ROUTES, type Preview } from '@/contract'
import { caseOfKey } from '@/core/matrix'
import { LiveCase } from '../board'
import { call } from '../live'
import { CaseChoice } from './CaseChoice'
import { useHeldCase } from './useHeldCase'

const HEIGHT = 170

interface RevisionsSeenProps {
  library: string
  slug: string
  /** Ids of the revisions that are compared. */
  pair: readonly [from: number, to: number]
  words(id: number): string
}

/** Two revisions as they are rendered, live, side by side, in the same case. Nothing is asked for until somebody wants to see it. */
export function RevisionsSeen(props: RevisionsSeenProps) {
  const [isOpen, setOpen] = useState(false)
  return (
    <details
      className="mt-2"
      open={isOpen}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      data-testid="revisions-seen"
    >
      <summary>As they are rendered</summary>
      {isOpen && <Both {...props} />}
    </details>
  )
}

function Both({ library, slug, pair, words }: RevisionsSeenProps) {
  const [from, to] = [useRevision(library, slug, pair[0]), useRevision(library, slug, pair[1])]
  const { theCase, axes, hold } = useHeldCase((to.data ?? from.data)?.model?.space)
  return (
    <>
      <div className="flex flex-wrap gap-2 py-1">
        <CaseChoice axes={axes} hold={hold} />
      </div>
      <div className="grid grid-cols-2 gap-px border border-line bg-line">
        {[from, to].map(({ data, error }, at) => (
          <figure key={at} className="min-w-0 bg-sheet">
            <figcaption className="px-2 text-quiet">{words(pair[at]!)}</figcaption>
            <Seen preview={data} problem={error?.message} caseKey={theCase?.key} />
          </figure>
        ))}
      </div>
      <p className="text-quiet">With the tokens, shared styles and other components of now.</p>
    </>
  )
}

const useRevision = (library: string, slug: string, id: number) =>
  useQuery({
    queryKey: ['revision', library, slug, id],
    queryFn: () => call(ROUTES.revisionModel, { library, slug }, { query: { id } }),
  })

function Seen({
  preview,
  problem,
  caseKey,
}: {
  preview: Preview | undefined
  problem: string | undefined
  caseKey: string | undefined
}) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => setWidth(box.current!.clientWidth), [])
  const model = preview?.model
  const told = problem ?? preview?.problems.map(({ file, line, message }) => `${file}:${line} ${message}`).join('\n')
  return (
    <div ref={box} style={{ height: HEIGHT }}>
      {model && width > 0 && (
        <LiveCase model={model} theCase={caseOfKey(caseKey ?? '', model.space)} width={width} height={HEIGHT} />
      )}
      {!model && (
        <p className={`p-2 whitespace-pre-wrap ${told ? 'text-miss' : 'text-quiet'}`}>{told || 'Loading …'}</p>
      )}
    </div>
  )
}
