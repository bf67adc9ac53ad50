'use client'

import type { LibraryFacts, RunList } from '@/contract'
import { counted } from '@/core/words'
import { Alarm, Choice, PaneTabs } from '../editing'
import { exactTime, Link, Panes as ViewPanes, TitleBlock, useKeys } from '../frame'
import { RunProvider } from '../live'
import { Changes } from './Changes'
import { FlakyList } from './FlakyList'
import { Found } from './Found'
import { RUNS_KEYS } from './keys'
import { RunHead } from './RunHead'
import { RunTable } from './RunTable'
import { Trend } from './Trend'
import { useRunDetail } from './useRunDetail'
import { useRunList } from './useRunList'
import { useShownRun, type Pane } from './useShownRun'

export interface RunsProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
  query: string
}

/** All runs of a library. */
export function Runs({ library, libraries, query }: RunsProps) {
  return (
    <RunProvider library={library.id}>
      <div className="flex h-dvh flex-col">
        <TitleBlock page="runs" library={library} libraries={libraries} keys={RUNS_KEYS} />
        <h1 className="sr-only">{library.name}, runs</h1>
        <RunsBoard library={library} query={query} />
      </div>
    </RunProvider>
  )
}

export interface RunsBoardProps {
  library: LibraryFacts
  /** Only its part of the runs is shown. */
  slug?: string
  query: string
}

/** The runs, what is followed over time, and one of them held against another. */
export function RunsBoard({ library, slug, query }: RunsBoardProps) {
  const history = useRunList(library.id, slug)
  const { list, error, problem } = history
  return (
    <>
      <Alarm text={problem ?? error?.message} />
      {!list && !error && <p className="p-4 text-quiet">Loading …</p>}
      {list?.runs.length === 0 && <NoRuns name={slug} />}
      {list && list.runs.length > 0 && <Loaded {...{ library, slug, query, list, history }} />}
    </>
  )
}

const NoRuns = ({ name }: { name: string | undefined }) => (
  <main className="flex-1 p-6">
    <p className="prose" data-testid="no-runs">
      {name === undefined ? 'Nothing has been verified yet.' : 'This component has not been verified yet.'} Press
      Verify, or v: each run is kept here with all that it found, and can be held against any other.
    </p>
  </main>
)

type Loading = Omit<RunsBoardProps, 'slug'> & {
  slug: string | undefined
  list: RunList
  history: ReturnType<typeof useRunList>
}

function Loaded({ library, slug, query, list, history }: Loading) {
  const shown = useShownRun(list.runs, query)
  const { run, other } = shown
  useKeys({
    ArrowDown: () => shown.step(1),
    ArrowUp: () => shown.step(-1),
    c: () => shown.show('changes'),
    f: () => shown.show('found'),
    y: () => shown.show('flaky'),
    k: () => run && history.keep(run.id, !run.isKept),
  })
  return (
    <ViewPanes
      grid="md:grid-cols-[minmax(0,52%)_minmax(0,48%)] md:grid-rows-[minmax(0,1fr)]"
      names={['Runs', 'The run']}
    >
      <div className="flex min-w-0 flex-col border-r border-line">
        <Trend
          runs={list.runs}
          figure={shown.figure}
          selected={run?.id}
          onFigure={shown.follow}
          onSelect={shown.select}
        />
        <div className="min-h-0 flex-1 overflow-auto">
          <RunTable runs={list.runs} selected={run?.id} other={other?.id} onSelect={shown.select} />
        </div>
        <Limit limit={list.limit} count={list.runs.length} isOfOne={slug !== undefined} onLimit={history.limit} />
      </div>
      <section className="flex min-h-0 min-w-0 flex-col" aria-label="The run">
        {run && (
          <>
            <RunHead {...{ library, run, history }} onAgain={shown.selectLast} />
            <HeldAgainst runs={list.runs} run={run.id} other={other?.id} onOther={shown.holdAgainst} />
            <Panes {...{ library, slug, list, shown }} />
          </>
        )}
      </section>
    </ViewPanes>
  )
}

interface PanesProps {
  library: LibraryFacts
  slug: string | undefined
  list: RunList
  shown: ReturnType<typeof useShownRun>
}

function Panes({ library, slug, list, shown }: PanesProps) {
  const { run, other, pane, show } = shown
  const { detail, error } = useRunDetail(library.id, run, other?.id, slug)
  const flaky = list.flaky.length
  const tabs: [Pane, string][] = [
    ['changes', 'What changed'],
    ['found', 'What it found'],
    ['flaky', flaky > 0 ? `Flaky (${flaky})` : 'Flaky'],
  ]
  return (
    <div className="min-h-0 flex-1">
      <PaneTabs label="Of the run" tabs={tabs} value={pane} onValue={show} className="p-3">
        {error && (
          <p role="alert" className="text-miss">
            {error.message}
          </p>
        )}
        {pane === 'flaky' && <FlakyList library={library.id} flaky={list.flaky} onRun={shown.select} />}
        {pane !== 'flaky' && !detail && !error && <p className="text-quiet">Loading …</p>}
        {pane === 'changes' && detail && <Changes library={library} detail={detail} run={run!} other={other} />}
        {pane === 'found' && detail && <Found library={library} detail={detail} run={run!} />}
      </PaneTabs>
    </div>
  )
}

interface HeldAgainstProps {
  runs: RunList['runs']
  run: string
  other: string | undefined
  onOther(run: string): void
}

/** The run that the one in view is held against. */
const HeldAgainst = ({ runs, run, other, onOther }: HeldAgainstProps) =>
  other === undefined ? null : (
    <div className="flex items-center gap-2 border-b border-line px-3 py-1">
      <span className="text-quiet">Compared with the run of</span>
      <Choice
        label="Compared with the run of"
        value={other}
        options={runs
          .filter(({ id }) => id !== run)
          .map(
            ({ id, startedAt, git }) =>
              [id, `${exactTime(startedAt)}${git ? `, ${git.commit.slice(0, 8)}` : ''}`] as const,
          )}
        onChoose={onOther}
      />
    </div>
  )

const LIMITS = [20, 50, 100, 200, 500, 0] as const

interface LimitProps {
  limit: number
  count: number
  isOfOne: boolean
  onLimit(limit: number): void
}

/** How many runs are kept. */
const Limit = ({ limit, count, isOfOne, onLimit }: LimitProps) => (
  <div className="flex items-center gap-2 border-t border-line bg-sheet px-3 py-1 text-quiet">
    {counted(count, 'run')}
    <Link href="/-/workers" className="ml-3 underline underline-offset-2">
      Workers
    </Link>
    {!isOfOne && (
      <span className="ml-auto flex items-center gap-2">
        Keep
        <Choice
          label="Runs kept"
          value={String(limit)}
          options={[...new Set([...LIMITS, limit])].map(
            (each) => [String(each), each === 0 ? 'all runs' : `the last ${each}`] as const,
          )}
          onChoose={(each) => onLimit(Number(each))}
        />
      </span>
    )}
  </div>
)
