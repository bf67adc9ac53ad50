'use client'

import { useQuery } from '@tanstack/react-query'
import { ToggleGroup } from 'radix-ui'
import { useCallback, useMemo, useRef, useState } from 'react'
import { ROUTES, type BoardModel, type MarkKind } from '@/contract'
import { coverSpace, parseCaseKey, type Case } from '@/core/matrix'
import { isBeforeSteps, layOut, MAX_CELLS, printPlacement, readPlacement, useIsolation, type Placement } from '../board'
import { NotYet } from '../editing'
import { useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { call, useRuns } from '../live'
import { Mark, MARK_NAMES } from '../marks'
import { AxisRail } from './AxisRail'
import { geometryOf } from './geometry'
import { Grid } from './Grid'
import { LiveBoard } from './LiveBoard'
import { Notices } from './Notices'
import { ReadingCard } from './ReadingCard'
import { SelectionCard } from './SelectionCard'
import { useSelection } from './useSelection'

const ZOOMS: readonly [number, string][] = [
  [0, 'Marks'],
  [0.5, '50 %'],
  [1, '100 %'],
  [2, '200 %'],
]
const KINDS: readonly MarkKind[] = ['holds', 'misses', 'unread', 'open']

/** The board of live cases of one component, with what was read in each. */
export function Matrix(props: ViewProps) {
  const { library, slug } = props
  const { data: model, error } = useQuery({
    queryKey: ['board', library.id, slug],
    queryFn: () => call(ROUTES.board, { library: library.id, slug }),
  })
  if (model) return <Board {...props} model={model} />
  return (
    <>
      <ViewHead />
      <NotYet error={error} />
    </>
  )
}

const HEAD_LINE = 18

function Board({ library, slug, query, model: given }: ViewProps & { model: BoardModel }) {
  const { model, sideEffect } = useIsolation(given)
  const { states } = useRuns()
  const state = states.find((each) => each.slug === slug)
  const { placement, zoom, selectedKey, place, setZoom, select } = useAddress(model, query)
  const [cell, setCell] = useState({ width: 0, height: 0 })
  const [shown, setShown] = useState<ReadonlySet<MarkKind>>(new Set(KINDS))
  const [failures, setFailures] = useState<ReadonlyMap<string, string>>(new Map())
  // The same failures are told with every rendering: only a change renders the board's heads anew.
  const keepFailures = useCallback(
    (next: ReadonlyMap<string, string>) =>
      setFailures((now) => ([...now.keys()].join() === [...next.keys()].join() ? now : next)),
    [],
  )
  const scroller = useRef<HTMLDivElement>(null)
  const hasInput = useMemo(
    () =>
      model.reachable.axes.some(({ name, values }) =>
        values.some((value) => isBeforeSteps(model, { values: { [name]: value } })),
      ),
    [model],
  )
  const isIsolated = model.component.isolated

  const covered = useMemo(() => (model.chosen ? new Set(model.chosen) : undefined), [model])
  const layout = useMemo(() => layOut(model.space, placement, covered), [model, placement, covered])
  const sample = useMemo(() => sampleOf(model), [model])
  const size = cell.width > 0 ? cell : isIsolated ? ISOLATED_CELL : { width: 120, height: 60 }
  const { width, height } = size
  const geometry = useMemo(() => geometryOf(layout, { width, height }, zoom), [layout, width, height, zoom])
  const marks = useMemo(() => new Map(state?.marks.map(([key, mark, misses]) => [key, { mark, misses }])), [state])
  const stateOf = useCallback((key: string) => marks.get(key) ?? { mark: 'open' as const, misses: 0 }, [marks])
  const cases = useMemo(
    () =>
      new Map(
        layout.rows
          .flatMap((row) => (row.kind === 'cells' ? row.cells : []))
          .flatMap((theCase) => (theCase ? [[theCase.key, theCase] as const] : [])),
      ),
    [layout],
  )
  const selected = selectedKey === undefined ? undefined : cases.get(selectedKey)
  const ownContext = Math.max(
    0,
    model.contexts.findIndex(({ values }) =>
      Object.entries(values).every(([name, value]) => (placement.held[name] ?? values[name]) === value),
    ),
  )
  const headHeight = geometry.cellWidth < 40 ? 76 : Math.max(1, placement.across.length) * HEAD_LINE + 22

  const { chosen, isShown, choose, clear, say, ...picking } = useSelection(layout, cases, selectedKey, select)
  const findables = useCallback(
    (): Findable[] =>
      [...cases.values()].map((theCase) => ({
        kind: 'case',
        label: theCase.key,
        detail: stateOf(theCase.key).mark,
        go: () => select(theCase.key),
      })),
    [cases, stateOf, select],
  )
  useKeys({
    Escape: clear,
    s: say,
    a: () => choose(cases.keys()),
    n: () => select(nextMiss([...cases.keys()], selectedKey, (key) => stateOf(key).mark === 'misses')),
    '+': () => setZoom(ZOOMS[Math.min(ZOOMS.length - 1, ZOOMS.findIndex(([value]) => value === zoom) + 1)]![0]),
    '-': () => setZoom(ZOOMS[Math.max(0, ZOOMS.findIndex(([value]) => value === zoom) - 1)]![0]),
  })
  return (
    <>
      <ViewHead findables={findables} />
      <h1 className="sr-only">{model.name}, matrix</h1>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-sheet px-3 py-1.5">
        <AxisRail dimensions={model.space.dimensions} placement={placement} onPlace={place} />
        <div className="ml-auto flex items-center gap-4">
          <ToggleGroup.Root
            type="multiple"
            value={[...shown]}
            onValueChange={(values) => setShown(new Set(values as MarkKind[]))}
            aria-label="Marks shown"
            className="flex -space-x-px"
          >
            {KINDS.map((kind) => (
              <ToggleGroup.Item
                key={kind}
                value={kind}
                className="control group px-1.5 data-[state=on]:border-line-strong data-[state=on]:bg-sheet data-[state=on]:text-ink data-[state=off]:opacity-45"
                title={`Show cases marked ${MARK_NAMES[kind]}`}
              >
                <Mark kind={kind} />
                <span className="sr-only">{MARK_NAMES[kind]}</span>
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
          <ToggleGroup.Root
            type="single"
            value={String(zoom)}
            onValueChange={(value) => value && setZoom(Number(value))}
            aria-label="Zoom"
            className="flex -space-x-px"
          >
            {ZOOMS.map(([value, label]) => (
              <ToggleGroup.Item key={value} value={String(value)} className="control">
                {label}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
        </div>
      </div>
      <Notices state={state} onShow={select} />
      {layout.count >= MAX_CELLS && (
        <p className="border-b border-line bg-sheet px-3 py-1">
          The first {layout.count.toLocaleString('en')} cases are shown. Hold an axis to see the others.
        </p>
      )}
      {hasInput && (
        <p className="border-b border-line bg-sheet px-3 py-1 text-quiet">
          Cases marked “before its steps” are reached by real input, which only a run gives. Marks and readings are
          those after the steps.
        </p>
      )}
      {sideEffect !== undefined && (
        <p className="border-b border-line bg-sheet px-3 py-1 text-quiet">
          Each case stands in a document of its own, since the component {sideEffect}.
        </p>
      )}
      <main className="flex min-h-0 flex-1">
        <Grid
          {...{ model, layout, geometry, zoom, stateOf, shown, failures, scroller, headHeight, isIsolated }}
          axes={placement}
          isOutdated={state?.isOutdated ?? false}
          selected={selectedKey}
          {...{ chosen, ...picking }}
          rowHeadWidth={placement.down.length > 0 ? 128 : 64}
        >
          {!isIsolated && (
            <LiveBoard
              key={ownContext}
              {...{ model, layout, geometry, zoom, cell, scroller, headHeight, sample, ownContext }}
              onSize={setCell}
              onFailures={keepFailures}
            />
          )}
        </Grid>
        {isShown ? (
          <SelectionCard
            library={library.id}
            slug={slug}
            space={model.space}
            {...(covered && { covered })}
            chosen={chosen}
            onChoose={choose}
            onClose={clear}
          />
        ) : (
          selected && (
            <ReadingCard
              key={selected.key}
              theCase={selected}
              space={model.space}
              state={state}
              slug={slug}
              sheetFile={model.sheetFile}
              onSay={say}
              onClose={() => select(undefined)}
            />
          )
        )}
      </main>
    </>
  )
}

const ISOLATED_CELL = { width: 260, height: 180 }

/** A few cases in which every value stands once: the size of a cell is taken from them. */
function sampleOf({ space }: BoardModel): Case[] {
  const coverage = coverSpace(space, 'each')
  return coverage.kind === 'cases' ? coverage.cases : []
}

function nextMiss(
  keys: readonly string[],
  from: string | undefined,
  isMiss: (key: string) => boolean,
): string | undefined {
  const at = from === undefined ? -1 : keys.indexOf(from)
  return [...keys.slice(at + 1), ...keys.slice(0, at + 1)].find(isMiss)
}

/** The view's settings, kept in the address so that a reload or a link brings them back. */
function useAddress(model: BoardModel, query: string) {
  const [state, setState] = useState(() => {
    const given = new URLSearchParams(query)
    const key = given.get('case') ?? undefined
    const zoom = ZOOMS.find(([value]) => String(value) === given.get('zoom'))?.[0] ?? 1
    // A case that the address names is shown, whatever is held.
    const placement = readPlacement(given, model.space)
    return { placement, zoom, selectedKey: key && Object.keys(parseCaseKey(key)).length > 0 ? key : undefined }
  })
  const change = useCallback(
    (next: Partial<{ placement: Placement; zoom: number; selectedKey: string | undefined }>) => {
      setState((now) => {
        const then = { ...now, ...next }
        const written = new URLSearchParams(printPlacement(then.placement))
        if (then.zoom !== 1) written.set('zoom', String(then.zoom))
        if (then.selectedKey !== undefined) written.set('case', then.selectedKey)
        history.replaceState(history.state, '', `?${written}`)
        return then
      })
    },
    [],
  )
  return {
    ...state,
    place: useCallback((placement: Placement) => change({ placement }), [change]),
    setZoom: useCallback((zoom: number) => change({ zoom }), [change]),
    select: useCallback((selectedKey: string | undefined) => change({ selectedKey }), [change]),
  }
}
