'use client'

import { AlertDialog } from 'radix-ui'
import type { ReactNode } from 'react'

export interface ConfirmProps {
  /** The button that opens it; its words are the action's too. */
  action: string
  /** The button's name, where its words alone do not say what it is about. */
  label?: string
  title: string
  children: ReactNode
  onConfirm(): void
}

/** A button whose action is asked about first. */
export function Confirm({ action, label, title, children, onConfirm }: ConfirmProps) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger className="control" {...(label !== undefined && { 'aria-label': label })}>
        {action}
      </AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <AlertDialog.Content className="floating fixed top-1/3 left-1/2 z-50 w-[440px] -translate-x-1/2 p-4">
          <AlertDialog.Title className="mb-2 font-semibold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mb-4">{children}</AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel className="control">Cancel</AlertDialog.Cancel>
            <AlertDialog.Action className="control border-ink font-semibold" onClick={onConfirm}>
              {action}
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
