'use client'

import { RotateCcw } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { notShownLive, viewportIn } from '@/core/contexts'
import { defaultCase } from '@/core/matrix'
import { othersOf, settingsOf } from '@/core/plan'
import { contextOf, Doubt, Trouble } from '../board'
import { Choice } from '../editing'
import type { Recording } from './useRecording'

/** The live component that is acted on, in its own size, and from where it starts. */
export function RecordStage({ model, recording }: { model: BoardModel; recording: Recording }) {
  const { live, start, startOver, extent, problem, isOver } = recording
  const box = useRef<HTMLDivElement>(null)
  const [isPlaced, setPlaced] = useState(false)
  const viewport = viewportIn(start, model.viewport)
  useEffect(() => {
    const { current } = box
    if (!current || !extent) return
    current.scrollTo({
      left: extent.left + extent.width / 2 - current.clientWidth / 2,
      top: extent.top + extent.height / 2 - current.clientHeight / 2,
    })
    setPlaced(true)
  }, [extent])
  const fault = live.lost ?? problem
  return (
    <section aria-label="Recording" className="flex min-h-0 flex-1 flex-col">
      <StartBar model={model} recording={recording} />
      <div ref={box} className="min-h-0 flex-1 overflow-auto bg-paper" data-recording={isOver ? 'over' : 'on'}>
        {fault !== undefined && (
          <Trouble text={fault} onRetry={() => startOver(start)} className="flex-col items-start" />
        )}
        <Doubt text={live.doubt ?? notShownLive(start)} />
        {problem === undefined && (
          <iframe
            key={live.frameKey}
            ref={live.frame}
            src={live.address}
            sandbox="allow-scripts"
            title={`${model.name}, live: what you do here is recorded`}
            inert={isOver}
            data-staged={isPlaced}
            className="border-0"
            style={{ width: viewport.width, height: viewport.height, opacity: isOver ? 0.6 : 1, colorScheme: 'light' }}
            hidden={live.lost !== undefined}
          />
        )}
      </div>
    </section>
  )
}

function StartBar({ model, recording: { start, startOver } }: { model: BoardModel; recording: Recording }) {
  const choices = useMemo(() => startChoices(model), [model])
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-sheet px-3 py-1">
      <span className="text-quiet">Starts with</span>
      {choices.map(({ name, values, defaultValue }) => (
        <span key={name} className="flex items-center gap-1">
          <span>{name}</span>
          <Choice
            label={`${name} at the start`}
            value={start[name] ?? defaultValue}
            options={values.map((value) => [value, value] as const)}
            onChoose={(value) => {
              const { [name]: _, ...others } = start
              startOver(value === defaultValue ? others : { ...others, [name]: value })
            }}
          />
        </span>
      ))}
      <button type="button" className="control ml-auto" onClick={() => startOver(start)}>
        <RotateCcw size={13} aria-hidden />
        Start over
      </button>
    </div>
  )
}

/** Axes and contexts from whose values a recording can start: those that need neither steps nor a forced state. */
function startChoices({ space, reachable, nested, contexts }: BoardModel) {
  const defaultValue = defaultCase(space).values
  const others = othersOf(nested)
  return space.dimensions
    .map((dimension) => {
      const values = dimension.values.filter((value) => {
        const given = { ...defaultValue, [dimension.name]: value }
        if (dimension.kind === 'context') {
          // A page cannot tell itself that motion is to be reduced.
          const isShown = contexts[contextOf(contexts, given)]?.values[dimension.name] === value
          return isShown && dimension.name !== 'motion'
        }
        const { steps, forced, problem } = settingsOf(reachable, given, others)
        return problem === undefined && steps.length === 0 && forced.length === 0
      })
      return { name: dimension.name, values, defaultValue: dimension.default }
    })
    .filter(({ values }) => values.length > 1)
}
