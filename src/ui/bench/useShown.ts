'use client'

import { useCallback, useMemo, useRef, useState } from 'react'
import type { BenchModel } from '@/contract'
import { openBench, type Bench as Opened, type Setting } from '@/core/bench'
import { useStable } from '../hooks'
import type { Show } from './BenchFrame'
import { contextFor } from './contextFor'
import { useSetting } from './useSetting'

/** What stands on the bench by the page's address, what is kept beside it for comparison, and how to change it. */
export function useShown(model: BenchModel) {
  const { setting, change: write, problems, sheets } = useSetting(model)
  const [kept, keep] = useState<Setting>()
  const handle = useRef<Show>(null)
  const open = useCallback((of: Setting) => opened(() => openBench(sheets, model.slug, of)), [sheets, model.slug])
  // What was worked out when somebody set it need not be worked out again when it is rendered.
  const last = useRef<{ setting: Setting; made: ReturnType<typeof open> }>(undefined)
  const shown = useMemo(() => (last.current?.setting === setting ? last.current.made : open(setting)), [open, setting])
  const beside = useMemo(() => kept && open(kept), [open, kept])
  const surrounding = surroundingOf(setting)
  // The same as long as nothing of it is set otherwise: it is told anew only then.
  const around = useStable(setting, surrounding)
  const context = useMemo(() => contextFor(model, around), [model, around])
  /** The component shows a change before the controls do: they take longer. */
  const change = (next: Setting) => {
    const made = open(next)
    last.current = { setting: next, made }
    if ('settings' in made && surroundingOf(next) === surrounding) handle.current?.(made.settings, context)
    write(next)
  }
  const keptContext = useMemo(() => kept && contextFor(model, kept), [model, kept])
  return { setting, change, problems, sheets, handle, shown, context, kept, keep, beside, keptContext }
}

const surroundingOf = (setting: Setting) =>
  JSON.stringify(Object.entries(setting).filter(([key]) => key.startsWith('@')))

/** A setting may come from an address that somebody has written: what it makes impossible is told. */
function opened(work: () => Opened): Opened | { problem: string } {
  try {
    return work()
  } catch (error) {
    return { problem: (error as Error).message }
  }
}
