'use client'

import { useQueryClient } from '@tanstack/react-query'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { LibraryFacts } from '@/contract'
import { useLibraryEvents } from './useLibraryEvents'

/**
 * Asks for the page's facts anew when the library changes: components come, go, are renamed, break and are mended.
 * @returns why its linked folder cannot be taken in, if so
 */
export function useFreshFacts({ id, fingerprint: known }: LibraryFacts): string | undefined {
  const router = useRouter()
  const client = useQueryClient()
  const [problem, setProblem] = useState<string>()
  useLibraryEvents(id, ({ fingerprint, problem: told }) => {
    setProblem(told)
    if (fingerprint === known) return
    router.refresh()
    void client.invalidateQueries({ queryKey: ['states', id] })
  })
  return problem
}
