'use client'

import { useEffect } from 'react'
import { libraryEventSchema, type LibraryEvent } from '@/contract'
import { useLatest } from '../hooks'
import { sharedEvents } from './sharedEvents'

/** Does something when anything changes in a library; that it is run changes nothing of it. */
export const useLibraryChanges = (library: string, onChange: () => void) =>
  useLibraryEvents(library, ({ run }) => {
    if (!run) onChange()
  })

/** Listens to what changes in a library, from whatever tab, folder or command line. */
export function useLibraryEvents(library: string, onEvent: (event: LibraryEvent) => void) {
  const latest = useLatest(onEvent)
  useEffect(
    () =>
      sharedEvents(`/api/libraries/${library}/events`, {
        onData: (text) => latest.current(libraryEventSchema.parse(JSON.parse(text))),
      }),
    [library, latest],
  )
}
