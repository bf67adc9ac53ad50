'use client'

import { useEffect, useState } from 'react'

const BELOW_PX = 4

/** The words of the icon that has the focus: a pointer gets them by resting on it, the keyboard here. */
export function FocusTip() {
  const [tip, setTip] = useState<{ text: string; x: number; y: number }>()
  useEffect(() => {
    const hide = () => setTip(undefined)
    const onFocus = ({ target }: FocusEvent) => {
      const text = target instanceof HTMLElement ? iconWords(target) : undefined
      if (text === undefined) return hide()
      const { left, width, bottom } = (target as HTMLElement).getBoundingClientRect()
      setTip({ text, x: left + width / 2, y: bottom + BELOW_PX })
    }
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && hide()
    document.addEventListener('focusin', onFocus)
    document.addEventListener('focusout', hide)
    document.addEventListener('scroll', hide, true)
    document.addEventListener('keydown', onKey)
    return () => {
      document.removeEventListener('focusin', onFocus)
      document.removeEventListener('focusout', hide)
      document.removeEventListener('scroll', hide, true)
      document.removeEventListener('keydown', onKey)
    }
  }, [])
  if (!tip) return null
  return (
    <span
      aria-hidden
      data-focus-tip
      className="floating pointer-events-none fixed z-50 -translate-x-1/2 px-2 py-0.5 whitespace-nowrap"
      style={{ left: `clamp(80px, ${tip.x}px, calc(100vw - 80px))`, top: tip.y }}
    >
      {tip.text}
    </span>
  )
}

/** What a control that shows no words is called. */
function iconWords(element: HTMLElement): string | undefined {
  const label = element.getAttribute('aria-label')
  const isIcon = element.matches('button, a[href]') && element.textContent.trim() === '' && element.querySelector('svg')
  return label !== null && isIcon && element.matches(':focus-visible') ? label : undefined
}
