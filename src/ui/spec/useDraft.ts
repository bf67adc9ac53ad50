'use client'

import { replaceEqualDeep } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import type { Draft } from '@/core/draft'
import type { DraftOrder } from './draftFor'

/**
 * Has a draft made in a worker, so that typing never waits for it. An order of the same content keeps its draft: sheet
 * and survey come anew with every save, and what has been picked out of a draft must outlive that.
 */
export function useDraft(ordered: DraftOrder | undefined): { draft?: Draft; problem?: string; isDrafting: boolean } {
  const last = useRef<DraftOrder>(undefined)
  const order = (last.current = replaceEqualDeep(last.current, ordered))
  const [answer, setAnswer] = useState<{ order: DraftOrder; draft?: Draft; problem?: string }>()
  useEffect(() => {
    if (!order) return
    const worker = new Worker(new URL('./draft.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<Draft>) => setAnswer({ order, draft: data })
    worker.onerror = ({ message }) => setAnswer({ order, problem: message || 'The draft could not be made.' })
    worker.postMessage(order)
    return () => worker.terminate()
  }, [order])
  const isCurrent = answer !== undefined && answer.order === order
  return {
    isDrafting: order !== undefined && !isCurrent,
    ...(isCurrent && answer.draft && { draft: answer.draft }),
    ...(isCurrent && answer.problem !== undefined && { problem: answer.problem }),
  }
}
