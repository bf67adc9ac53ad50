'use client'

import { useQuery } from '@tanstack/react-query'
import { Camera } from 'lucide-react'
import pLimit from 'p-limit'
import { ROUTES, type BoardModel } from '@/contract'
import type { Case } from '@/core/matrix'
import { call } from '../live'
import { placeIn } from './placeIn'

// The server draws one after the other; more would only take connections from what else is asked for.
const inTurn = pLimit(2)

export interface StillCaseProps {
  library: string
  model: BoardModel
  theCase: Case
  width: number
  height: number
  /** Stands in a cell whose bare case is seen below it until the picture has come. */
  isOver?: boolean
}

/** A picture of a case that a page cannot show, as a browser of the server brings it about. */
export function StillCase({ library, model, theCase: { key }, width, height, isOver = false }: StillCaseProps) {
  const { data, error } = useQuery({
    queryKey: ['still', library, model.slug, model.fingerprint, key],
    queryFn: ({ signal }) =>
      inTurn(() => call(ROUTES.still, { library, slug: model.slug }, { given: { key }, signal })),
    staleTime: Infinity,
    retry: false,
  })
  if (error)
    return (
      <p className="absolute inset-x-0 bottom-0 bg-sheet/90 px-1 text-xs text-miss" data-still="failed">
        It could not be taken: {error.message}
      </p>
    )
  if (!data)
    return (
      <p
        className={`text-xs text-quiet ${isOver ? 'pointer-events-none absolute right-0 bottom-0 bg-sheet/90 px-1' : 'p-3'}`}
        data-still="drawing"
      >
        Taking its picture …
      </p>
    )
  return (
    <div
      className={`pointer-events-none overflow-clip bg-sheet ${isOver ? 'absolute inset-0' : 'relative'}`}
      style={{ width, height }}
      data-still="drawn"
    >
      <img
        src={data.picture}
        width={data.width}
        height={data.height}
        alt={`${model.name} ${key}`}
        className="absolute top-0 left-0 max-w-none origin-top-left"
        style={{ transform: data.extent.width > 0 ? placeIn(data.extent, width, height) : undefined }}
      />
      <span
        className="absolute top-0 right-0 border-b border-l border-line bg-sheet p-0.5 text-quiet"
        title="A picture, taken by a browser of the server"
      >
        <Camera size={12} aria-hidden />
      </span>
    </div>
  )
}
