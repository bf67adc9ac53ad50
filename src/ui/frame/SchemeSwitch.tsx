'use client'

import { Contrast } from 'lucide-react'
import { useTheme } from 'next-themes'
import type { ReactNode } from 'react'

/** A control of the title block that shows an icon. */
export const IconControl = ({ label, onPress, children }: { label: string; onPress(): void; children: ReactNode }) => (
  <button
    type="button"
    className="control border-transparent bg-transparent"
    aria-label={label}
    title={label}
    onClick={onPress}
  >
    {children}
  </button>
)

/** Turns light to dark and back. */
export function SchemeSwitch() {
  const { resolvedTheme, setTheme } = useTheme()
  return (
    <IconControl label="Light or dark" onPress={() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark')}>
      <Contrast size={14} aria-hidden />
    </IconControl>
  )
}
