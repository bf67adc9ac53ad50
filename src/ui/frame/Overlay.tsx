'use client'

import { Dialog } from 'radix-ui'
import { useRef, type ReactNode } from 'react'

export interface OverlayProps {
  open: boolean
  onOpenChange(open: boolean): void
  title: ReactNode
  className?: string
  children: ReactNode
}

/** A dialog over the view, near the top. */
export function Overlay({ open, onOpenChange, title, className = '', children }: OverlayProps) {
  // It is opened by keys too: there is no trigger that the focus would go back to.
  const before = useRef<Element>(null)
  const goBack = (event: Event) => {
    event.preventDefault()
    const isFree = document.activeElement === null || document.activeElement === document.body
    if (isFree && before.current instanceof HTMLElement) before.current.focus()
  }
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          className={`floating fixed top-24 left-1/2 -translate-x-1/2 ${className}`}
          aria-describedby={undefined}
          onOpenAutoFocus={() => (before.current = document.activeElement)}
          onCloseAutoFocus={goBack}
        >
          {title}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
