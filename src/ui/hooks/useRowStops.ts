import { useEffect, type RefObject } from 'react'

const CONTROLS = 'button, a[href], input, select, textarea, [tabindex]'
const TYPED_IN = 'input, select, textarea, [contenteditable=true]'

/**
 * Makes each row of a table that has controls one stop of the Tab key: the left and right arrows, Home and End go to its other
 * controls, up and down to the same place of the row before and after. A field keeps its arrows.
 */
export function useRowStops(table: RefObject<HTMLTableElement | null>): void {
  useEffect(() => {
    const element = table.current
    if (!element) return
    /** The control of each row that was used last: Tab comes back to it. */
    const current = new WeakMap<Element, Element>()
    const settle = () => {
      for (const row of rowsOf(element)) {
        const controls = controlsOf(row)
        const last = current.get(row)
        const stop = last && controls.includes(last as HTMLElement) ? last : controls[0]
        for (const control of controls) {
          const next = control === stop ? 0 : -1
          if (control.tabIndex !== next) control.tabIndex = next
        }
      }
    }
    const onFocus = ({ target }: FocusEvent) => {
      const row = target instanceof Element ? target.closest('tr') : null
      if (!row) return
      current.set(row, target as Element)
      settle()
    }
    const onKey = (event: KeyboardEvent) => {
      const { target, key } = event
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return
      if (!(target instanceof HTMLElement) || target.matches(TYPED_IN)) return
      const to = neighbour(element, target, key)
      if (!to) return
      event.preventDefault()
      to.focus()
    }
    settle()
    const observer = new MutationObserver(settle)
    observer.observe(element, { childList: true, subtree: true, attributeFilter: ['disabled'] })
    element.addEventListener('focusin', onFocus)
    element.addEventListener('keydown', onKey)
    return () => {
      observer.disconnect()
      element.removeEventListener('focusin', onFocus)
      element.removeEventListener('keydown', onKey)
    }
  }, [table])
}

function neighbour(table: HTMLTableElement, from: HTMLElement, key: string): HTMLElement | undefined {
  const row = from.closest('tr')
  if (!row) return undefined
  const controls = controlsOf(row)
  const at = controls.indexOf(from)
  switch (key) {
    case 'ArrowRight':
      return controls[at + 1]
    case 'ArrowLeft':
      return controls[at - 1]
    case 'Home':
      return controls[0]
    case 'End':
      return controls.at(-1)
    case 'ArrowDown':
    case 'ArrowUp': {
      const rows = rowsOf(table)
      const other = rows[rows.indexOf(row) + (key === 'ArrowDown' ? 1 : -1)]
      const there = other ? controlsOf(other) : []
      return there[Math.min(at, there.length - 1)]
    }
    default:
      return undefined
  }
}

const controlsOf = (row: Element): HTMLElement[] =>
  [...row.querySelectorAll<HTMLElement>(CONTROLS)].filter((each) => !each.matches(':disabled'))

const rowsOf = (table: HTMLTableElement) => [...table.rows].filter((row) => controlsOf(row).length > 0)
