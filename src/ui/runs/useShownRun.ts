import { useState } from 'react'
import type { ListedRun } from '@/contract'
import { FIGURES, type Figure } from './figures'

/** What is shown of a run. */
export const PANES = ['changes', 'found', 'flaky'] as const
export type Pane = (typeof PANES)[number]

interface Shown {
  run?: string | undefined
  with?: string | undefined
  show?: string | undefined
  figure?: string | undefined
}

/** Which run is looked at, and which it is held against; it stands in the address, so that a link leads here. */
export function useShownRun(runs: readonly ListedRun[], query: string) {
  const [shown, setShown] = useState<Shown>(() => Object.fromEntries(new URLSearchParams(query)))
  const change = (next: Shown) => {
    const then = { ...shown, ...next }
    setShown(then)
    const pairs = Object.entries(then).filter((pair): pair is [string, string] => pair[1] !== undefined)
    history.replaceState(history.state, '', `?${new URLSearchParams(pairs)}`)
  }
  const run = runs.find(({ id }) => id === shown.run) ?? runs[0]
  const other = runs.find(({ id }) => id === shown.with && id !== run?.id) ?? (run && runBefore(runs, run))
  const step = (by: number) => {
    const next = runs[runs.findIndex(({ id }) => id === run?.id) + by]
    if (next) change({ run: next.id, with: undefined })
  }
  return {
    run,
    other,
    pane: PANES.find((each) => each === shown.show) ?? 'changes',
    figure: (FIGURES.find(({ name }) => name === shown.figure) ?? FIGURES[0]) as Figure,
    step,
    select: (id: string) => change({ run: id, with: undefined }),
    /** Whichever is the last, from now on. */
    selectLast: () => change({ run: undefined, with: undefined }),
    holdAgainst: (id: string) => change({ with: id }),
    show: (pane: Pane) => change({ show: pane }),
    follow: (figure: string) => change({ figure }),
  }
}

/** The run before that took all of what this one took; else the one before. @param runs the last first */
export function runBefore(runs: readonly ListedRun[], run: ListedRun): ListedRun | undefined {
  const before = runs.slice(runs.indexOf(run) + 1)
  return before.find(({ components }) => run.components.every((slug) => components.includes(slug))) ?? before[0]
}
