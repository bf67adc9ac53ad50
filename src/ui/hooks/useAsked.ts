import { useEffect } from 'react'
import { useLatest } from './useLatest'

/**
 * Goes to what an address asks for, at first and whenever it asks anew.
 * @param query what stands after the question mark
 * @param go called with the value of `name`, where it has one
 */
export function useAsked(query: string, name: string, go: (value: string) => void): void {
  const latest = useLatest(go)
  useEffect(() => {
    const asked = new URLSearchParams(query).get(name)
    if (asked !== null) latest.current(asked)
  }, [query, name, latest])
}
