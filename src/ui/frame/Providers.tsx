'use client'

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { ThemeProvider } from 'next-themes'
import { Tooltip } from 'radix-ui'
import { useState, type ReactNode } from 'react'

/** What every view stands in: data, light and dark, tooltips. */
export function Providers({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({ defaultOptions: { queries: { staleTime: 30_000, retry: 1, refetchOnWindowFocus: false } } }),
  )
  return (
    <ThemeProvider attribute="data-scheme" defaultTheme="system" enableSystem disableTransitionOnChange>
      <QueryClientProvider client={client}>
        <Tooltip.Provider delayDuration={400}>{children}</Tooltip.Provider>
      </QueryClientProvider>
    </ThemeProvider>
  )
}
