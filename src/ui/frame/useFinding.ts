'use client'

import { useSyncExternalStore } from 'react'

/** What is being looked for. */
interface Finding {
  isOpen: boolean
  words: string
}

const CLOSED: Finding = { isOpen: false, words: '' }

// Outside of any view: a view that has loaded puts another head in place of the one that somebody already searches in.
let finding = CLOSED
const listeners = new Set<() => void>()

function set(next: Finding): void {
  finding = next
  for (const listener of listeners) listener()
}

/** The finder, whichever head shows it. */
export function useFinding() {
  const now = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => finding,
    () => CLOSED,
  )
  return {
    ...now,
    setOpen: (isOpen: boolean) => set({ isOpen, words: '' }),
    setWords: (words: string) => set({ ...finding, words }),
  }
}
