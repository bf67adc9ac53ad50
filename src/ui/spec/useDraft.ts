'use client'

import { useEffect, useState } from 'react'
import type { Draft } from '@/core/draft'
import type { DraftOrder } from './carryOut'

/** Has a draft made in a worker, so that typing never waits for it. */
export function useDraft(order: DraftOrder | undefined): { draft?: Draft; problem?: string; isDrafting: boolean } {
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
