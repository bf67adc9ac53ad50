'use client'

import { useMutation } from '@tanstack/react-query'
import { Circle } from 'lucide-react'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { ROUTES } from '@/contract'
import { addChecks, type CheckKind } from '@/core/checks'
import { readScenarios, type Film } from '@/core/scenario'
import type { ScenarioFile } from '@/core/sheet'
import { CodeEditor, Editing, EditingBar, sheetCompletion, troublesOf, type Ready } from '../editing'
import { useKeys, ViewHead, type Findable, type ViewProps } from '../frame'
import { call, useRuns } from '../live'
import { useStable } from '../hooks'
import { AddChecks } from './AddChecks'
import { FilmView } from './FilmView'
import { Recorder } from './Recorder'
import { ScenarioList } from './ScenarioList'
import { Steps } from './Steps'
import { Track } from './Track'
import { usePlayback } from './usePlayback'

/** The view of a component's scenarios: as steps and as text, played on a track of virtual time. */
export const Behaviour = (props: ViewProps) => (
  <Editing library={props.library.id} slug={props.slug}>
    {(ready) => <BehaviourOf {...props} ready={ready} />}
  </Editing>
)

interface Played {
  scenario: number
  film: Film
  /** What the sheet said when it was played. */
  text: string
}

function BehaviourOf({ library, slug, ready }: ViewProps & { ready: Ready }) {
  const { definition, texts, sheet, preview, problems, change, edit, save } = ready
  const [selected, setSelected] = useState(0)
  const [going, setGoTo] = useState<{ line: number }>()
  const [played, setPlayed] = useState<Played>()
  const [isRecording, setRecording] = useState(false)
  const [awaited, setAwaited] = useState<number>()
  const { states } = useRuns()
  const state = states.find((each) => each.slug === slug)
  const space = preview?.model?.space
  const file = definition.file
  const text = texts[file] ?? ''
  const scenarios = useMemo(
    () => (space ? readScenarios(sheet, { data: { contexts: definition.contexts } }, space) : []),
    [sheet, space, definition],
  )
  const chosen = Math.min(selected, Math.max(0, scenarios.length - 1))
  const scenario = scenarios[chosen]
  const play = useMutation({
    mutationFn: async (index: number): Promise<Played> => ({
      scenario: index,
      text,
      film: await call(ROUTES.play, { library: library.id, slug }, { given: { index, texts } }),
    }),
    onSuccess: setPlayed,
  })
  const film = played?.scenario === chosen ? played.film : undefined
  const playback = usePlayback(film)
  const lastRun = state?.scenarios.find(({ name }) => name === scenario?.name)
  const choose = (index: number) => {
    setSelected(index)
    setGoTo({ line: scenarios[index]?.line ?? 1 })
  }
  const step = (by: number) => scenarios.length > 0 && choose((chosen + by + scenarios.length) % scenarios.length)
  const start = () => scenario && !play.isPending && play.mutate(chosen)
  // What was recorded is performed as soon as it stands in the sheet: whoever keeps it sees whether it holds.
  const { mutate } = play
  useEffect(() => {
    if (awaited === undefined || !scenarios[awaited]) return
    setAwaited(undefined)
    mutate(awaited)
  }, [awaited, scenarios, mutate])
  useKeys({
    p: () => void start(),
    ' ': () => film && playback.toggle(),
    ',': () => film && playback.go(playback.place - 1),
    '.': () => film && playback.go(playback.place + 1),
    j: () => void step(1),
    k: () => void step(-1),
  })
  const findables = useCallback(
    (): Findable[] =>
      scenarios.map(({ name, index, steps }) => ({
        kind: 'scenario',
        label: name,
        detail: `${steps.length} steps`,
        go: () => setSelected(index),
      })),
    [scenarios],
  )
  const lints = useMemo(() => preview?.lints ?? [], [preview])
  const troubles = useMemo(() => troublesOf(file, problems, lints), [problems, lints, file])
  // Where it opens: later edits move no one away.
  const first = useStable({ line: scenarios[0]?.line ?? 1 }, String(scenarios.length === 0))
  const onLine = useCallback(
    (line: number) => {
      const at = scenarios.findLastIndex((each) => each.line <= line)
      if (at >= 0) setSelected(at)
    },
    [scenarios],
  )
  const complete = useMemo(() => sheetCompletion(() => sheet), [sheet])
  const isStale = film !== undefined && played?.text !== text
  const addScenario = (made: ScenarioFile) => {
    const count = sheet.data.scenarios.length
    edit(
      count > 0
        ? [{ do: 'insert', path: ['scenarios', count], value: made }]
        : [{ do: 'set', path: ['scenarios'], value: [made] }],
    )
    setSelected(count)
  }
  const add = (name: string) => {
    const part = Object.keys(sheet.parts).find((each) => each !== 'host' && each !== 'root') ?? 'root'
    addScenario({ name, steps: [{ click: part }, { expect: { [part]: { visible: true } } }] })
  }
  const keep = (made: ScenarioFile) => {
    addScenario(made)
    setRecording(false)
    setAwaited(sheet.data.scenarios.length)
  }
  const addReady = (kind: CheckKind, parts: Record<string, string>) => {
    change({ [file]: addChecks(sheet, text, kind, parts) }, 'now')
    setSelected(sheet.data.scenarios.length)
  }
  const remove = (index: number) => edit([{ do: 'remove', path: ['scenarios', index] }])
  const results = film?.result.performance.steps ?? lastRun?.steps
  return (
    <>
      <ViewHead findables={findables} revision={definition.revisions.length} />
      <h1 className="sr-only">{sheet.data.name}, behaviour</h1>
      <EditingBar defining={ready}>
        <span role="status" className="text-quiet" data-play={play.isPending ? 'playing' : film ? 'played' : 'none'}>
          {play.isPending
            ? 'Playing …'
            : film
              ? `${film.result.performance.duration} ms of ${film.result.clock === 'engine' ? 'the engine’s' : 'the page’s'} time, played in ${film.result.milliseconds} ms`
              : ''}
        </span>
        <AddChecks sheet={sheet} onAdd={addReady} />
        <button
          type="button"
          className="control"
          disabled={!preview?.model}
          aria-pressed={isRecording}
          onClick={() => setRecording(!isRecording)}
        >
          <Circle size={11} aria-hidden />
          Record
        </button>
        <button type="button" className="control" disabled={!scenario || play.isPending} onClick={() => void start()}>
          Play the scenario
        </button>
      </EditingBar>
      {play.error && (
        <p role="alert" className="border-b border-line px-3 py-1 whitespace-pre-wrap text-miss">
          {play.error.message}
        </p>
      )}
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(300px,27%)_minmax(0,1fr)_minmax(300px,30%)] grid-rows-[minmax(0,1fr)]">
        {isRecording && preview?.model ? (
          <Recorder
            model={preview.model}
            events={Object.keys(sheet.data.events)}
            taken={scenarios.map(({ name }) => name)}
            onKeep={keep}
            onDiscard={() => setRecording(false)}
          />
        ) : (
          <>
            <div className="flex min-h-0 flex-col overflow-auto border-r border-line bg-sheet">
              <ScenarioList
                scenarios={scenarios}
                states={state?.scenarios ?? []}
                isOutdated={state?.isOutdated ?? false}
                selected={chosen}
                onSelect={choose}
                onAdd={add}
                onRemove={remove}
              >
                {scenario && (
                  <Steps
                    library={library.id}
                    scenario={scenario}
                    {...(results && { results })}
                    isOutdated={film ? isStale : (state?.isOutdated ?? false)}
                    {...(playback.frame && { current: playback.frame.step })}
                    onSelect={(index) => {
                      playback.goToStep(index)
                      setGoTo({ line: scenario.steps[index]!.line })
                    }}
                  />
                )}
              </ScenarioList>
            </div>
            <div className="flex min-h-0 min-w-0 flex-col border-r border-line">
              {film ? (
                <>
                  {film.result.performance.notes.map((note) => (
                    <p key={note} className="border-b border-line bg-sheet px-3 py-0.5 text-quiet">
                      {note}
                    </p>
                  ))}
                  <FilmView film={film} playback={playback} name={sheet.data.name} />
                  <Track film={film} playback={playback} />
                </>
              ) : (
                <div className="m-auto max-w-96 p-4 text-quiet">
                  <p className="mb-2">
                    {scenario
                      ? 'Play the scenario with real input in virtual time. Every frame, event and changed reading appears on the timeline.'
                      : 'A scenario describes what happens on input, and exactly when. Name one first, then write its steps on the right or record them.'}
                  </p>
                  {scenario && (
                    <button type="button" className="control" disabled={play.isPending} onClick={() => void start()}>
                      {play.isPending ? 'Playing …' : 'Play the scenario'}
                    </button>
                  )}
                </div>
              )}
            </div>
          </>
        )}
        <section aria-label="The sheet as text" className="min-h-0 min-w-0">
          <CodeEditor
            path={file}
            text={text}
            troubles={troubles}
            onType={(next) => change({ [file]: next }, 'later')}
            onSave={() => save()}
            onLine={onLine}
            complete={complete}
            goTo={going ?? first}
            quietly
          />
        </section>
      </main>
    </>
  )
}
