'use client'

import { useEffect, useState } from 'react'
import type { Scenario } from '@/core/scenario'
import type { Ready } from '../editing'
import { useRuns } from '../live'
import { AddStep } from './AddStep'
import { ScenarioList } from './ScenarioList'
import { StageOf } from './StageOf'
import { Steps, type ShownStep } from './Steps'
import type { usePlay } from './usePlay'
import type { Playback } from './usePlayback'
import type { useScenarios } from './useScenarios'

interface ScenarioPaneProps {
  library: string
  slug: string
  ready: Ready
  edits: ReturnType<typeof useScenarios>
  chosen: number
  film: ReturnType<typeof usePlay>['film']
  isStale: boolean
  playback: Playback
  choose(index: number): void
  setGoTo(place: { line: number }): void
  onAdd(name: string): void
}

/** The scenarios with what came of each, and the steps of the chosen one. */
export function ScenarioPane({
  library,
  slug,
  ready,
  edits,
  chosen,
  film,
  isStale,
  playback,
  choose,
  setGoTo,
  onAdd,
}: ScenarioPaneProps) {
  const state = useRuns().states.find((each) => each.slug === slug)
  const isOutdated = state?.isOutdated ?? false
  const { scenarios } = edits
  const scenario = scenarios[chosen]
  const lastRun = state?.scenarios.find(({ name }) => name === scenario?.name)
  return (
    <div className="flex min-h-0 flex-col overflow-auto border-r border-line bg-sheet">
      <ScenarioList
        {...{ scenarios, isOutdated, onAdd }}
        onRemove={edits.remove}
        onRename={edits.rename}
        states={state?.scenarios ?? []}
        selected={chosen}
        onSelect={choose}
      >
        {scenario && (
          <StepsOf
            {...{ library, ready, edits, scenario, playback, setGoTo }}
            results={film?.result.performance.steps ?? lastRun?.steps}
            isOutdated={film ? isStale : isOutdated}
          />
        )}
      </ScenarioList>
    </div>
  )
}

interface StepsOfProps extends Pick<ScenarioPaneProps, 'library' | 'ready' | 'edits' | 'playback' | 'setGoTo'> {
  scenario: Scenario
  results: readonly ShownStep[] | undefined
  isOutdated: boolean
}

/** A scenario's steps, with what changes them. */
function StepsOf({ ready, edits, scenario, playback, setGoTo, ...rest }: StepsOfProps) {
  const [step, setStep] = useState<number>()
  const { index: place, steps } = scenario
  useEffect(() => setStep(undefined), [place])
  const selected = step !== undefined && step < steps.length ? step : undefined
  return (
    <>
      <StageOf scenario={scenario} edit={ready.edit} />
      <Steps
        {...rest}
        {...{ scenario, selected }}
        current={playback.frame?.step}
        onSelect={(index) => {
          setStep(index)
          playback.goToStep(index)
          setGoTo({ line: steps[index]!.line })
        }}
        onMove={(index, by) => {
          edits.moveStep(place, index, by)
          setStep(index + by)
        }}
        onRemove={(index) => edits.removeStep(place, index)}
      />
      <AddStep
        sheet={ready.sheet}
        contexts={ready.definition.contexts}
        after={selected}
        onAdd={(made) => {
          const at = selected === undefined ? steps.length : selected + 1
          edits.addStep(place, at, made)
          // The next one comes behind it.
          if (selected !== undefined) setStep(at)
        }}
      />
    </>
  )
}
