'use client'

import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

export interface OverlayProps {
  open: boolean
  onOpenChange(open: boolean): void
  title: ReactNode
  className?: string
  children: ReactNode
}

/** A dialog over the view, near the top. */
export function Overlay({ open, onOpenChange, title, className = '', children }: OverlayProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          className={`floating fixed top-24 left-1/2 -translate-x-1/2 ${className}`}
          aria-describedby={undefined}
        >
          {title}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
