import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { Providers } from '@/ui/frame'
import './globals.css'

export const metadata: Metadata = {
  title: 'Brelt',
  description: 'Defines, documents and tests design-system components against an executable specification',
}

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Providers>{children}</Providers>
      </body>
    </html>
  )
}
