'use client'

import { useEffect, useRef } from 'react'

export type KeyMap = Record<string, () => void>

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null

/** Single keys of a view. They rest while somebody types or a dialog is open. */
export function useKeys(keys: KeyMap) {
  const current = useRef(keys)
  useEffect(() => {
    current.current = keys
  })
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (document.querySelector('[role=dialog], [role=menu]')) return
      const act = current.current[event.key]
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [])
}
