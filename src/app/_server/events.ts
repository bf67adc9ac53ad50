import type { LibraryEvent } from '@/contract'

type Listener = (event: LibraryEvent) => void

// The bundler may load a module more than once; a process has one set of listeners.
const shared = globalThis as typeof globalThis & { breltListeners?: Map<string, Set<Listener>> }
const listeners = (shared.breltListeners ??= new Map())

/** Tells every view of a library that something has changed in it. */
export function tellLibrary(id: string, event: LibraryEvent) {
  for (const listener of listeners.get(id) ?? []) listener(event)
}

/** Listens to a library's changes; gives back how to stop. */
export function listenToLibrary(id: string, listener: Listener): () => void {
  const own = listeners.get(id) ?? new Set<Listener>()
  listeners.set(id, own.add(listener))
  return () => own.delete(listener)
}
