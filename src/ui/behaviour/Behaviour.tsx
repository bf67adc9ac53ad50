'use client'

import { useEffect, useMemo, useState, type ComponentProps } from 'react'
import type { ScenarioFile } from '@/core/sheet'
import type { Scenario } from '@/core/scenario'
import { Editing, SheetText, type Ready } from '../editing'
import { Panes, useKeys, ViewHead, type ViewProps } from '../frame'
import { useAsked } from '../hooks'
import { BehaviourBar } from './BehaviourBar'
import { FilmPane } from './FilmPane'
import { Recorder } from './Recorder'
import { ScenarioPane } from './ScenarioPane'
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

function BehaviourOf({ library, slug, query, ready }: ViewProps & { ready: Ready }) {
  const { definition, sheet, preview } = ready
  const [isRecording, setRecording] = useState(false)
  const edits = useScenarios(ready)
  const { scenarios, count, add, addNamed, addReady } = edits
  const { chosen, scenario, setSelected, going, setGoTo, choose } = useChosen(scenarios, query)
  const { play, isPlaying, error, film, isStale } = usePlay(library.id, slug, ready, chosen)
  const playback = usePlayback(film)
  const canPlay = scenario !== undefined && !isPlaying
  const start = () => canPlay && play(chosen)
  const playOnceThere = usePlayOnceThere(scenarios, play)
  useBehaviourKeys({ isFilmed: film !== undefined, playback, start, choose, chosen, count: scenarios.length })
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
      <ViewHead revision={definition.revisions.length} />
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
            {...{ slug, ready, edits, chosen, film, isStale, playback, choose, setGoTo }}
            library={library.id}
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

/** The line of the scenario that an address asks for, or of its step. */
function lineAsked(query: string, scenarios: readonly Scenario[]): number {
  const asked = new URLSearchParams(query)
  const scenario = scenarios[Number(asked.get('scenario'))]
  const step = asked.get('step')
  return (step === null ? undefined : scenario?.steps[Number(step)]?.line) ?? scenario?.line ?? 1
}

/** The scenario that is chosen: the last, where there were more; and where the sheet's text is to go. */
function useChosen(scenarios: readonly Scenario[], query: string) {
  const [selected, setSelected] = useState(0)
  const [going, setGoTo] = useState<{ line: number }>()
  const chosen = Math.min(selected, Math.max(0, scenarios.length - 1))
  const choose = (index: number) => {
    setSelected(index)
    setGoTo({ line: scenarios[index]?.line ?? 1 })
  }
  useAsked(query, 'scenario', (asked) => {
    setSelected(Number(asked))
    setGoTo({ line: lineAsked(query, scenarios) })
  })
  return { chosen, scenario: scenarios[chosen], setSelected, going, setGoTo, choose }
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
