import { useCallback, useMemo, useState } from 'react'
import type { BoardModel, ComponentState } from '@/contract'
import { caseOfKey, coverSpace, type Case } from '@/core/matrix'
import type { StageContext } from '@/stage'
import { defaultPlacement, isBeforeSteps, isBeyondPage, layOut, listOut, type Placement } from '../board'
import { geometryOf } from './geometry'

const HEAD_LINE = 18
const ISOLATED_CELL = { width: 260, height: 180 }
const UNKNOWN_CELL = { width: 120, height: 60 }

interface Shown {
  placement: Placement
  zoom: number
  /** Those too that the cover leaves out. */
  isAll: boolean
  /** A case that is shown in any case. */
  selectedKey: string | undefined
}

/** Where each case of a component stands on its board, and how large all is. */
export function useBoardLayout(model: BoardModel, { placement, zoom, isAll, selectedKey }: Shown) {
  /** The size that the cases need, once they have been measured. */
  const [cell, setCell] = useState({ width: 0, height: 0 })
  const isIsolated = model.component.isolated
  const covered = useMemo(() => (model.chosen ? new Set(model.chosen) : undefined), [model])
  const isList = covered !== undefined && !isAll
  /** Cases that the cover leaves out and that somebody wants to see. */
  const [drawn, setDrawn] = useState<ReadonlySet<string>>(new Set())
  const draw = useCallback((key: string) => setDrawn((now) => new Set([...now, key])), [])
  const layout = useMemo(() => {
    const { space } = model
    const chosen = covered && new Set([...covered, ...(isList ? [] : drawn), ...(selectedKey ? [selectedKey] : [])])
    return isList
      ? listOut(
          space,
          [...chosen!].map((key) => caseOfKey(key, space)),
          defaultPlacement(space).held,
        )
      : layOut(space, placement, chosen, true)
  }, [model, placement, covered, drawn, isList, selectedKey])
  const { width, height } = cell.width > 0 ? cell : isIsolated ? ISOLATED_CELL : UNKNOWN_CELL
  const geometry = useMemo(() => geometryOf(layout, { width, height }, zoom), [layout, width, height, zoom])
  const cases = useMemo(
    () =>
      new Map(
        layout.rows
          .flatMap((row) => (row.kind === 'cells' ? row.cells : []))
          .flatMap((theCase) => (theCase ? [[theCase.key, theCase] as const] : [])),
      ),
    [layout],
  )
  const ownContext = Math.max(
    0,
    model.contexts.findIndex(({ values }) =>
      Object.entries(values).every(([name, value]) => (placement.held[name] ?? values[name]) === value),
    ),
  )
  const own = isIsolated ? undefined : model.contexts[ownContext]
  return {
    ...{ layout, geometry, cases, covered, cell, setCell, isIsolated, isList, draw },
    axes: isList ? { down: model.space.dimensions.map(({ name }) => name), across: [] } : placement,
    sample: useMemo(() => sampleOf(model), [model]),
    headHeight: isList
      ? HEAD_LINE + 8
      : geometry.cellWidth < 40
        ? 76
        : Math.max(1, placement.across.length) * HEAD_LINE + 22,
    rowHeadWidth: isList ? 300 : placement.down.length > 0 ? 128 : 64,
    /** The context that the whole board stands in. */
    ownContext,
    /** A page cannot show some cases. */
    hasPictures: useHasPictures(model, cases, own),
  }
}

function useHasPictures(model: BoardModel, cases: ReadonlyMap<string, Case>, own: StageContext | undefined): boolean {
  // By the values of axes: a board may have thousands of cases.
  const hasInput = useMemo(
    () =>
      model.reachable.axes.some(({ name, values }) =>
        values.some((value) => isBeforeSteps(model, { values: { [name]: value } })),
      ),
    [model],
  )
  const hasBeyond = useMemo(() => [...cases.values()].some((each) => isBeyondPage(each, own)), [cases, own])
  return hasInput || hasBeyond
}

/** A few cases in which every value stands once: the size of a cell is taken from them. */
function sampleOf({ space }: BoardModel): Case[] {
  const coverage = coverSpace(space, 'each')
  return coverage.kind === 'cases' ? coverage.cases : []
}

/** How each case stands, by its key. */
export function useMarks(state: ComponentState | undefined) {
  const marks = useMemo(() => new Map(state?.marks.map(([key, mark, misses]) => [key, { mark, misses }])), [state])
  return useCallback((key: string) => marks.get(key) ?? { mark: 'open' as const, misses: 0 }, [marks])
}

/** Why cases could not be shown. The same is told with every rendering: only a change renders the board's heads anew. */
export function useFailures() {
  const [failures, setFailures] = useState<ReadonlyMap<string, string>>(new Map())
  const keep = useCallback(
    (next: ReadonlyMap<string, string>) =>
      setFailures((now) => ([...now.keys()].join() === [...next.keys()].join() ? now : next)),
    [],
  )
  return { failures, keep }
}
