'use client'

import { useCallback, useEffect, useMemo, useState } from 'react'
import type { BenchModel } from '@/contract'
import { printAddress, readAddress, type Setting } from '@/core/bench'

/** What else an address may hold besides the library's contexts: how wide the bench is, and on what ground. */
const FREE = { width: [], ground: [] }

/** The setting that the page's address holds. A change goes to the address at once, so that the address can be shared. */
export function useSetting(model: BenchModel | undefined) {
  const [setting, setSetting] = useState<Setting>({})
  const [problems, setProblems] = useState<readonly string[]>([])
  const sheets = useMemo(() => new Map(model?.sheets.map((each) => [each.slug, each])), [model])
  useEffect(() => {
    if (!model) return
    const read = () => {
      // A place on the page has an address of the same form; settings begin with their version.
      if (!/^#?(\d|$)/.test(location.hash)) return
      const found = readAddress(location.hash, sheets, model.slug, { ...model.contexts, ...FREE })
      setSetting(found.setting)
      setProblems(found.problems)
    }
    read()
    window.addEventListener('hashchange', read)
    return () => window.removeEventListener('hashchange', read)
  }, [model, sheets])
  const change = useCallback((next: Setting) => {
    setSetting(next)
    setProblems([])
    const address = printAddress(next)
    history.replaceState(null, '', address ? `#${address}` : location.pathname + location.search)
  }, [])
  return { setting, change, problems, sheets }
}
