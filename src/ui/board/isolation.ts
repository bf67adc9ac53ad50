'use client'

import type { BoardModel } from '@/contract'
import { useMemo, useSyncExternalStore } from 'react'

// What frames have found out about components: true of all that show them, until their files change.
const found = new Map<string, string>()
const listeners = new Set<() => void>()

const keyOf = ({ slug, fingerprint }: Pick<BoardModel, 'slug' | 'fingerprint'>) => `${slug}|${fingerprint}`

/** Called by a frame whose component has reached out of its case. */
export function noteSideEffect(model: BoardModel, reason: string): void {
  if (!model.canForceIsolation || found.has(keyOf(model))) return
  found.set(keyOf(model), reason)
  for (const listener of listeners) listener()
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** A model as it is to be shown: with documents of their own where a frame has found that its component needs them, and why. */
export function useIsolation(given: BoardModel): { model: BoardModel; sideEffect: string | undefined } {
  const read = () => found.get(keyOf(given))
  const sideEffect = useSyncExternalStore(subscribe, read, () => undefined)
  const model = useMemo(
    () => (sideEffect === undefined ? given : { ...given, component: { ...given.component, isolated: true } }),
    [given, sideEffect],
  )
  return { model, sideEffect }
}
