'use client'

import { Tabs } from 'radix-ui'
import type { ReactNode } from 'react'

/** A pane with tabs above it, of which one is shown. */
export function PaneTabs<Tab extends string>({
  label,
  tabs,
  value,
  onValue,
  className = '',
  children,
}: {
  label: string
  tabs: readonly (readonly [value: Tab, label: string])[]
  value: Tab
  onValue(tab: Tab): void
  /** Of the pane. */
  className?: string
  children: ReactNode
}) {
  return (
    <Tabs.Root
      value={value}
      onValueChange={(next) => onValue(next as Tab)}
      className="flex h-full min-h-0 min-w-0 flex-col"
    >
      <Tabs.List aria-label={label} className="flex flex-wrap border-b border-line bg-paper">
        {tabs.map(([tab, text]) => (
          <Tabs.Trigger
            key={tab}
            value={tab}
            className="border-r border-line px-2 py-1 data-[state=active]:bg-sheet data-[state=active]:font-semibold data-[state=inactive]:text-quiet"
          >
            {text}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={value} className={`min-h-0 flex-1 overflow-auto ${className}`} tabIndex={-1}>
        {children}
      </Tabs.Content>
    </Tabs.Root>
  )
}
