'use client'

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
  const [problem, setProblem] = useState<string>()
  useLibraryEvents(id, ({ fingerprint, problem: told }) => {
    setProblem(told)
    if (fingerprint !== known) router.refresh()
  })
  return problem
}
