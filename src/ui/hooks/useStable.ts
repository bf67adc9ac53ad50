import { useState } from 'react'

/** The same object for as long as its key is the same, for what depends on it. */
export function useStable<Value>(value: Value, key: string): Value {
  const [kept, setKept] = useState({ key, value })
  if (kept.key === key) return kept.value
  setKept({ key, value })
  return value
}
