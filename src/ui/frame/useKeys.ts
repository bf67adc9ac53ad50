'use client'

import { useEffect, useLayoutEffect, useRef } from 'react'
import { isOfControls, keyName } from './keyName'
import { areSingleKeysOn } from './singleKeys'

/** By the names of `keyName`. */
export type KeyMap = Record<string, () => void>

const closest = (target: EventTarget | null, selector: string) =>
  target instanceof HTMLElement && target.closest(selector) !== null

const FIELDS = 'input, textarea, select, [contenteditable]'
const CONTROLS = 'a[href], button, summary, [role=button], [role=tab], [role=option], [role=slider]'
/** Where one is open, keys are its own. Lists of suggestions stand beside a field, which has the keys anyway. */
const OPEN = '[role=dialog], [role=alertdialog], [role=menu], [role=listbox][data-state=open]'

/** Keys of a view. They rest while somebody types, and while a dialog, a menu or a list is open. */
export function useKeys(keys: KeyMap) {
  const current = useRef(keys)
  // At once: a key that is pressed for what has just appeared must not find what was there before.
  useLayoutEffect(() => {
    current.current = keys
  })
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const name = keyName(event)
      if (event.defaultPrevented || name === undefined || closest(event.target, FIELDS)) return
      if (isOfControls(name) && closest(event.target, CONTROLS)) return
      if (document.querySelector(OPEN) || (name.length === 1 && !areSingleKeysOn())) return
      const act = current.current[name]
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [])
}
