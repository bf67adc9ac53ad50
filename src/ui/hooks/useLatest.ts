import { useEffect, useRef, type RefObject } from 'react'

/** What was rendered last, for effects and handlers that are not to run again because of it. */
export function useLatest<Value>(value: Value): RefObject<Value> {
  const latest = useRef(value)
  useEffect(() => {
    latest.current = value
  })
  return latest
}
