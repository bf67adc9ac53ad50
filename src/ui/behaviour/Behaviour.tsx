'use client'

import { useCallback, useEffect, useMemo, useState, type ComponentProps } from 'react'
import type { ScenarioFile } from '@/core/sheet'
import type { Scenario } from '@/core/scenario'
import { Editing, SheetText, type Ready } from '../editing'
import { Panes, useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { useRuns } from '../live'
import { BehaviourBar } from './BehaviourBar'
import { FilmPane } from './FilmPane'
import { Recorder } from './Recorder'
import { ScenarioList } from './ScenarioList'
import { Steps } from './Steps'
import { usePlay } from './usePlay'
import { usePlayback, type Playback } from './usePlayback'
import { useScenarios } from './useScenarios'

/** The view of a component's scenarios: as steps and as text, played on a track of virtual time. */
export const Behaviour = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <BehaviourOf {...props} ready={ready} />}
  </Editing>
)

const GRID = 'md:grid-cols-[minmax(300px,27%)_minmax(0,1fr)_minmax(300px,30%)] md:grid-rows-[minmax(0,1fr)]'

function BehaviourOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, sheet, preview } = ready
  const [going, setGoTo] = useState<{ line: number }>()
  const [isRecording, setRecording] = useState(false)
  const { scenarios, count, add, addNamed, addReady, remove } = useScenarios(ready)
  const { chosen, scenario, setSelected } = useChosen(scenarios)
  const { play, isPlaying, error, film, isStale } = usePlay(library.id, slug, ready, chosen)
  const playback = usePlayback(film)
  const choose = (index: number) => {
    setSelected(index)
    setGoTo({ line: scenarios[index]?.line ?? 1 })
  }
  const canPlay = scenario !== undefined && !isPlaying
  const start = () => canPlay && play(chosen)
  const playOnceThere = usePlayOnceThere(scenarios, play)
  useBehaviourKeys({ isFilmed: film !== undefined, playback, start, choose, chosen, count: scenarios.length })
  const findables = useFindables(scenarios, setSelected)
  const addThen = (work: () => void) => {
    work()
    setSelected(count)
  }
  const keep = (made: ScenarioFile) => {
    addThen(() => add(made))
    setRecording(false)
    playOnceThere(count)
  }
  return (
    <>
      <ViewHead findables={findables} revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, behaviour</h1>
      <BehaviourBar
        {...{ ready, film, isPlaying, canPlay, error, isRecording }}
        onAddChecks={(kind, parts) => addThen(() => addReady(kind, parts))}
        onRecord={() => setRecording(!isRecording)}
        onPlay={start}
      />
      <Panes grid={GRID} names={isRecording ? ['Recording', 'Sheet'] : ['Scenarios', 'Film', 'Sheet']}>
        {isRecording && preview?.model ? (
          <Recorder
            {...{ ready, scenarios }}
            model={preview.model}
            onKeep={keep}
            onDiscard={() => setRecording(false)}
          />
        ) : (
          <ScenarioPane
            {...{ slug, scenarios, chosen, film, isStale, playback, choose, setGoTo }}
            library={library.id}
            onRemove={remove}
            onAdd={(name) => addThen(() => addNamed(name))}
          />
        )}
        {!isRecording && (
          <FilmPane {...{ film, playback, isPlaying, scenario }} name={sheet.data.name} onPlay={start} />
        )}
        <Text {...{ ready, scenarios }} going={going} onThing={setSelected} />
      </Panes>
    </>
  )
}

/** The scenario that is chosen: the last, where there were more. */
function useChosen(scenarios: readonly Scenario[]) {
  const [selected, setSelected] = useState(0)
  const chosen = Math.min(selected, Math.max(0, scenarios.length - 1))
  return { chosen, scenario: scenarios[chosen], setSelected }
}

/** The sheet, in which moving to a scenario chooses it. */
function Text({
  scenarios,
  ...rest
}: Omit<ComponentProps<typeof SheetText>, 'lines'> & { scenarios: readonly Scenario[] }) {
  const lines = useMemo(() => scenarios.map(({ line }) => line), [scenarios])
  return <SheetText {...rest} lines={lines} />
}

/** What was recorded is performed as soon as it stands in the sheet: whoever keeps it sees whether it holds. */
function usePlayOnceThere(scenarios: readonly Scenario[], play: (index: number) => void) {
  const [awaited, setAwaited] = useState<number>()
  useEffect(() => {
    if (awaited === undefined || !scenarios[awaited]) return
    setAwaited(undefined)
    play(awaited)
  }, [awaited, scenarios, play])
  return setAwaited
}

/** The scenarios with what came of each, and the steps of the chosen one. */
function ScenarioPane({
  library,
  slug,
  scenarios,
  chosen,
  film,
  isStale,
  playback,
  choose,
  setGoTo,
  onAdd,
  onRemove,
}: {
  library: string
  slug: string
  scenarios: readonly Scenario[]
  chosen: number
  film: ReturnType<typeof usePlay>['film']
  isStale: boolean
  playback: Playback
  choose(index: number): void
  setGoTo(place: { line: number }): void
  onAdd(name: string): void
  onRemove(index: number): void
}) {
  const state = useRuns().states.find((each) => each.slug === slug)
  const isOutdated = state?.isOutdated ?? false
  const scenario = scenarios[chosen]
  const lastRun = state?.scenarios.find(({ name }) => name === scenario?.name)
  return (
    <div className="flex min-h-0 flex-col overflow-auto border-r border-line bg-sheet">
      <ScenarioList
        {...{ scenarios, isOutdated, onAdd, onRemove }}
        states={state?.scenarios ?? []}
        selected={chosen}
        onSelect={choose}
      >
        {scenario && (
          <Steps
            {...{ library, scenario }}
            results={film?.result.performance.steps ?? lastRun?.steps}
            isOutdated={film ? isStale : isOutdated}
            current={playback.frame?.step}
            onSelect={(index) => {
              playback.goToStep(index)
              setGoTo({ line: scenario.steps[index]!.line })
            }}
          />
        )}
      </ScenarioList>
    </div>
  )
}

function useBehaviourKeys({
  isFilmed,
  playback,
  start,
  choose,
  chosen,
  count,
}: {
  isFilmed: boolean
  playback: Playback
  start(): unknown
  choose(index: number): void
  chosen: number
  count: number
}) {
  const step = (by: number) => {
    if (count > 0) choose((chosen + by + count) % count)
  }
  useKeys({
    p: start,
    ' ': () => isFilmed && playback.toggle(),
    ',': () => isFilmed && playback.go(playback.place - 1),
    '.': () => isFilmed && playback.go(playback.place + 1),
    j: () => step(1),
    k: () => step(-1),
  })
}

function useFindables(scenarios: readonly Scenario[], go: (index: number) => void): () => Findable[] {
  return useCallback(
    () =>
      scenarios.map(({ name, index, steps }) => ({
        kind: 'scenario',
        label: name,
        detail: `${steps.length} steps`,
        go: () => go(index),
      })),
    [scenarios, go],
  )
}
