'use client'

import { Contrast } from 'lucide-react'
import { useTheme } from 'next-themes'

/** Turns light to dark and back. */
export function SchemeSwitch() {
  const { resolvedTheme, setTheme } = useTheme()
  return (
    <button
      type="button"
      className="control border-transparent bg-transparent"
      aria-label="Light or dark"
      onClick={() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark')}
    >
      <Contrast size={14} aria-hidden />
    </button>
  )
}
