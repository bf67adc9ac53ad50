'use client'

import { useSyncExternalStore } from 'react'

const STORED = 'brelt-single-keys'
const listeners = new Set<() => void>()

/** Whether keys that are one letter or sign do something: who dictates, or presses keys by chance, switches them off. */
export const areSingleKeysOn = (): boolean => localStorage.getItem(STORED) !== 'off'

export function setSingleKeys(are: boolean): void {
  if (are) localStorage.removeItem(STORED)
  else localStorage.setItem(STORED, 'off')
  for (const listener of listeners) listener()
}

export const useSingleKeys = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    areSingleKeysOn,
    () => true,
  )
