'use client'

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { ThemeProvider } from 'next-themes'
import { Tooltip } from 'radix-ui'
import { useState, type ReactNode } from 'react'
import { z } from 'zod'
import { FocusTip } from './FocusTip'

// Schemas are not compiled: our pages let nobody make code from text.
z.config({ jitless: true })

/** What every view stands in: data, light and dark, tooltips. */
export function Providers({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({ defaultOptions: { queries: { staleTime: 30_000, retry: 1, refetchOnWindowFocus: false } } }),
  )
  return (
    <ThemeProvider
      attribute="data-scheme"
      defaultTheme="system"
      enableSystem
      disableTransitionOnChange
      {...(nonce !== undefined && { nonce })}
    >
      <QueryClientProvider client={client}>
        <Tooltip.Provider delayDuration={400}>{children}</Tooltip.Provider>
        <FocusTip />
      </QueryClientProvider>
    </ThemeProvider>
  )
}
