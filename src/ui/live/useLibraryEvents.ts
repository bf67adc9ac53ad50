'use client'

import { useEffect } from 'react'
import { libraryEventSchema, type LibraryEvent } from '@/contract'
import { useLatest } from '../hooks'

/** Listens to what changes in a library, from whatever tab, folder or command line. */
export function useLibraryEvents(library: string, onEvent: (event: LibraryEvent) => void) {
  const latest = useLatest(onEvent)
  useEffect(() => {
    const events = new EventSource(`/api/libraries/${library}/events`)
    events.onmessage = ({ data }) => latest.current(libraryEventSchema.parse(JSON.parse(data as string)))
    return () => events.close()
  }, [library, latest])
}
