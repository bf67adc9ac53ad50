'use client'

import { useQuery } from '@tanstack/react-query'
import { Camera } from 'lucide-react'
import { useCallback, useRef, useState, type ReactNode } from 'react'
import { ROUTES, type BoardModel, type ComponentState, type MarkKind } from '@/contract'
import type { Case } from '@/core/matrix'
import { Ground, groundColour, MAX_CELLS, useIsolation } from '../board'
import { NotYet } from '../editing'
import { useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { call, standingOf, useRuns } from '../live'
import { MARK_KINDS } from '../marks'
import { Grid } from './Grid'
import { LiveBoard } from './LiveBoard'
import { MatrixBar, type MatrixBarProps } from './MatrixBar'
import { Notices } from './Notices'
import { ReadingCard } from './ReadingCard'
import { SelectionCard } from './SelectionCard'
import { useAddress } from './useAddress'
import { useBoardLayout, useFailures, useMarks } from './useBoardLayout'
import { useSelection } from './useSelection'
import { zoomBy } from './zooms'

/** The board of live cases of one component, with what was read in each. */
export function Matrix(props: ViewProps) {
  const { library, slug } = props
  const { data: model, error } = useQuery({
    queryKey: ['board', library.id, slug],
    queryFn: () => call(ROUTES.board, { library: library.id, slug }),
  })
  // With the results come notices above the board: what is pressed is not to move away from under the pointer.
  const { isLoading } = useRuns()
  if (model && !isLoading) return <Board {...props} model={model} />
  return <NotYet error={error} />
}

function Board({ library, slug, query, model: given }: ViewProps & { model: BoardModel }) {
  const { model, sideEffect } = useIsolation(given)
  const state = useRuns().states.find((each) => each.slug === slug)
  const address = useAddress(model, query)
  const { placement, zoom, isAll, selectedKey, setZoom, select } = address
  const [shown, setShown] = useState<ReadonlySet<MarkKind>>(new Set(MARK_KINDS))
  const { failures, keep } = useFailures()
  const scroller = useRef<HTMLDivElement>(null)
  const stateOf = useMarks(state)
  const board = useBoardLayout(model, { placement, zoom, isAll, selectedKey })
  const { layout, geometry, cases, covered, headHeight, isIsolated, ownContext } = board
  const { chosen, isShown, choose, clear, say, ...picking } = useSelection(
    board,
    selectedKey,
    select,
    address.conditions,
  )
  const findables = useFindables(cases, stateOf, select)
  useMatrixKeys({ ...{ cases, selectedKey, stateOf, zoom, setZoom, select }, clear, choose, say })
  const drawn = { model, layout, geometry, zoom, scroller, headHeight }
  return (
    <Ground value={groundColour(model.colours, address.ground)}>
      <ViewHead findables={findables} />
      <h1 className="sr-only">{model.name}, matrix</h1>
      <Bar
        {...{ model, state, covered, address, shown }}
        behaviour={`/${library.id}/${slug}/behaviour`}
        onShown={setShown}
      />
      <Notices state={state} onShow={select} />
      <Remarks count={layout.count} hasPictures={board.hasPictures} sideEffect={sideEffect} />
      <main className="relative flex min-h-0 flex-1">
        <Grid
          {...{ ...drawn, stateOf, shown, failures, isIsolated, ownContext, chosen, ...picking }}
          axes={board.axes}
          onLeftOut={board.draw}
          isOutdated={state?.isOutdated ?? false}
          selected={selectedKey}
          rowHeadWidth={board.rowHeadWidth}
        >
          {!isIsolated && (
            <LiveBoard
              key={ownContext}
              {...{ ...drawn, ownContext, cell: board.cell, sample: board.sample }}
              onSize={board.setCell}
              onFailures={keep}
            />
          )}
        </Grid>
        <Side
          {...{ model, slug, state, covered, chosen, cases, selectedKey, isShown, choose, clear, say, select }}
          onConditions={address.setConditions}
          library={library.id}
        />
      </main>
    </Ground>
  )
}

/** The bar, with what the address holds of the board. */
const Bar = ({
  model,
  state,
  covered,
  address,
  ...rest
}: Pick<MatrixBarProps, 'behaviour' | 'shown' | 'onShown'> & {
  model: BoardModel
  state: ComponentState | undefined
  covered: ReadonlySet<string> | undefined
  address: ReturnType<typeof useAddress>
}) => (
  <MatrixBar
    {...rest}
    placement={address.placement}
    zoom={address.zoom}
    standing={state && standingOf([state])}
    covered={covered && { count: covered.size, isAll: address.isAll, onAll: address.setAll }}
    dimensions={model.space.dimensions}
    isIsolated={model.component.isolated}
    onPlace={address.place}
    onZoom={address.setZoom}
    ground={{ colours: model.colours, path: address.ground, onChoose: address.setGround }}
  />
)

type Choosing = Pick<ReturnType<typeof useSelection>, 'chosen' | 'isShown' | 'choose' | 'clear' | 'say'> & {
  cases: ReadonlyMap<string, Case>
  selectedKey: string | undefined
  select(key: string | undefined): void
}

/** What is beside the board: what the selected cases have in common, or all that was read in one. */
function Side({
  model,
  library,
  slug,
  state,
  covered,
  onConditions,
  ...choosing
}: Choosing & {
  model: BoardModel
  library: string
  slug: string
  state: ComponentState | undefined
  covered: ReadonlySet<string> | undefined
  onConditions(conditions: readonly string[]): void
}) {
  const { chosen, isShown, choose, clear, say, cases, selectedKey, select } = choosing
  if (isShown)
    return (
      <SelectionCard
        {...{ slug, covered, chosen, onConditions }}
        library={library}
        space={model.space}
        onChoose={choose}
        onClose={clear}
      />
    )
  return (
    <SelectedCase
      {...{ model, state, slug }}
      isLeftOut={selectedKey !== undefined && covered !== undefined && !covered.has(selectedKey)}
      theCase={selectedKey === undefined ? undefined : cases.get(selectedKey)}
      onSay={say}
      onClose={() => {
        leaveCard(selectedKey)
        select(undefined)
      }}
    />
  )
}

function useMatrixKeys({
  cases,
  selectedKey,
  stateOf,
  zoom,
  setZoom,
  select,
  clear,
  choose,
  say,
}: Omit<Choosing, 'chosen' | 'isShown'> & {
  stateOf: ReturnType<typeof useMarks>
  zoom: number
  setZoom(zoom: number): void
}) {
  useKeys({
    Escape: () => {
      leaveCard(selectedKey)
      clear()
    },
    s: say,
    a: () => choose(cases.keys()),
    n: () => select(nextMiss([...cases.keys()], selectedKey, (key) => stateOf(key).mark === 'misses')),
    '+': () => setZoom(zoomBy(zoom, 1)),
    '-': () => setZoom(zoomBy(zoom, -1)),
  })
}

/** The focus goes from the card, which is closed, back to its case. */
function leaveCard(key: string | undefined) {
  const { activeElement } = document
  const isLost = activeElement === document.body || activeElement?.closest('[data-testid=card]')
  if (key === undefined || !isLost) return
  document.querySelector<HTMLElement>(`[data-case="${CSS.escape(key)}"]`)?.focus({ preventScroll: true })
}

function SelectedCase({
  theCase,
  model,
  ...props
}: {
  theCase: Case | undefined
  model: BoardModel
  state: ReturnType<typeof useRuns>['states'][number] | undefined
  slug: string
  isLeftOut: boolean
  onSay(): void
  onClose(): void
}) {
  if (!theCase) return null
  return <ReadingCard key={theCase.key} {...{ theCase, model }} {...props} />
}

/** What is to be known of the board as a whole. */
function Remarks({
  count,
  hasPictures,
  sideEffect,
}: {
  count: number
  hasPictures: boolean
  sideEffect: string | undefined
}) {
  return (
    <>
      {count >= MAX_CELLS && (
        <Remark className="">
          The first {count.toLocaleString('en')} cases are shown. Hold an axis to see the others.
        </Remark>
      )}
      {hasPictures && (
        <Remark>
          Cases with a camera <Camera size={12} aria-hidden className="inline" /> are pictures, taken by a browser of
          the server: they are reached by real input, or stand in a context that a page cannot show.
        </Remark>
      )}
      {sideEffect !== undefined && (
        <Remark>Each case stands in a document of its own, since the component {sideEffect}.</Remark>
      )}
    </>
  )
}

const Remark = ({ className = 'text-quiet', children }: { className?: string; children: ReactNode }) => (
  <p className={`border-b border-line bg-sheet px-3 py-1 ${className}`}>{children}</p>
)

function useFindables(
  cases: ReadonlyMap<string, Case>,
  stateOf: ReturnType<typeof useMarks>,
  go: (key: string) => void,
): () => Findable[] {
  return useCallback(
    () => [...cases.keys()].map((key) => ({ kind: 'case', label: key, detail: stateOf(key).mark, go: () => go(key) })),
    [cases, stateOf, go],
  )
}

function nextMiss(
  keys: readonly string[],
  from: string | undefined,
  isMiss: (key: string) => boolean,
): string | undefined {
  const at = from === undefined ? -1 : keys.indexOf(from)
  return [...keys.slice(at + 1), ...keys.slice(0, at + 1)].find(isMiss)
}
