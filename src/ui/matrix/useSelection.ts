'use client'

import { useCallback, useRef, useState } from 'react'
import type { Case } from '@/core/matrix'
import type { BoardLayout } from '../board'
import { describedKeys, keysBetween, withKeys, type CellPlace, type Pick } from './selection'

/**
 * The cases that are selected: by single picks, up to a place, drawn over, or by heads.
 * @param select opens one case, or none
 * @param conditions what is selected at first, as an address says it
 */
export function useSelection(
  { layout, cases }: { layout: BoardLayout; cases: ReadonlyMap<string, Case> },
  selectedKey: string | undefined,
  select: (key: string | undefined) => void,
  conditions: readonly string[],
) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => describedKeys(conditions, cases.values()))
  // Of one case, too, something can be said.
  const [isSaying, setSaying] = useState(false)
  const anchor = useRef<CellPlace>(undefined)
  const onSelect = useCallback(
    (theCase: Case, at: CellPlace, how: Pick) => {
      if (how === 'to' && anchor.current) setChosen(new Set(keysBetween(layout, anchor.current, at)))
      else {
        anchor.current = at
        // The case whose card is open belongs to the selection that others are added to.
        const before = (now: ReadonlySet<string>) =>
          now.size === 0 && selectedKey !== undefined ? new Set([selectedKey]) : now
        setChosen((now) => (how === 'toggle' ? withKeys(before(now), [theCase.key], true) : new Set([theCase.key])))
      }
      select(theCase.key)
    },
    [select, layout, selectedKey],
  )
  return {
    chosen,
    isShown: chosen.size > 1 || (isSaying && chosen.size === 1),
    onSelect,
    onDraw: useCallback(
      (from: CellPlace, to: CellPlace) => setChosen(new Set(keysBetween(layout, from, to))),
      [layout],
    ),
    onHead: useCallback((keys: readonly string[], adds: boolean) => setChosen((now) => withKeys(now, keys, adds)), []),
    withValue: useCallback(
      (axis: string, value: string) =>
        [...cases.values()].flatMap(({ key, values }) => (values[axis] === value ? [key] : [])),
      [cases],
    ),
    choose: useCallback((keys: Iterable<string>) => setChosen(new Set(keys)), []),
    clear: useCallback(() => {
      setChosen(new Set())
      setSaying(false)
      select(undefined)
    }, [select]),
    /** Something is to be said of what is selected, be it one case. */
    say: useCallback(() => {
      setChosen((now) => (now.size < 2 && selectedKey !== undefined ? new Set([selectedKey]) : now))
      setSaying(true)
    }, [selectedKey]),
  }
}
