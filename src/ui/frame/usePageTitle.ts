'use client'

import { useEffect } from 'react'

/** Names what is in view in the window's title: tabs are told apart by it. */
export function usePageTitle(page: string | undefined, library: string): void {
  const title = [page, library, 'Brelt'].filter(Boolean).join(' – ')
  useEffect(() => {
    document.title = title
  }, [title])
}
