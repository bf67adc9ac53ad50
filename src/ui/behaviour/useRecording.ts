'use client'

import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { BoardModel } from '@/contract'
import { defaultCase } from '@/core/matrix'
import { othersOf, settingsOf } from '@/core/plan'
import { readRecording, scenarioOf, type Observation, type Offer } from '@/core/record'
import type { ScenarioFile } from '@/core/sheet'
import { fromLiveSchema, stageCaseOf, type FromLive, type ToLive } from '@/stage'
import { contextOf, useStageFrame } from '../board'

/** A recording that is under way, or that was stopped. */
export function useRecording(model: BoardModel, events: readonly string[]) {
  const [start, setStart] = useState<Readonly<Record<string, string>>>({})
  const [observations, setObservations] = useState<readonly Observation[]>([])
  const [flipped, setFlipped] = useState<ReadonlySet<string>>(new Set())
  const [extent, setExtent] = useState<Extract<FromLive, { type: 'mounted' }>['extent']>()
  const [problem, setProblem] = useState<string>()
  const opened = useMemo(() => openedAt(model, start), [model, start])
  const live = useStageFrame<ToLive, FromLive>('live', model.slug, fromLiveSchema, (message) => {
    if (message.type === 'observed') setObservations((all) => [...all, message.observation as Observation])
    if (message.type === 'mounted') {
      setExtent(message.extent)
      setProblem(message.failure)
    }
    if (message.type === 'broken') setProblem(message.reason)
  })
  const { send, reload } = live
  useOpening(live, model, events, opened)
  const again = useCallback(
    (from: Readonly<Record<string, string>>) => {
      setStart(from)
      setObservations([])
      setFlipped(new Set())
      setProblem(undefined)
      reload()
    },
    [reload],
  )
  const acts = useMemo(() => readRecording(observations), [observations])
  const isKept = useCallback((offer: Offer) => offer.isUsual !== flipped.has(offer.key), [flipped])
  const flip = (key: string) =>
    setFlipped((known) => {
      const next = new Set(known)
      if (!next.delete(key)) next.add(key)
      return next
    })
  return {
    live,
    start,
    startOver: again,
    acts,
    isKept,
    flip,
    extent,
    problem,
    isOver: observations.at(-1)?.kind === 'end',
    stop: () => send({ type: 'end' }),
    make: (name: string): ScenarioFile => scenarioOf(name, start, acts, isKept),
  }
}

/** The case and the context with which a recording starts. */
function openedAt(model: BoardModel, start: Readonly<Record<string, string>>) {
  const values = { ...defaultCase(model.space).values, ...start }
  const settings = settingsOf(model.reachable, values, othersOf(model.nested))
  return {
    stageCase: stageCaseOf({ key: 'recording', settings }),
    context: model.contexts[contextOf(model.contexts, values)]!,
  }
}

/** Has the frame start to record, whenever it has been loaded. */
function useOpening(
  { phase, send }: Pick<ReturnType<typeof useStageFrame<ToLive, FromLive>>, 'phase' | 'send'>,
  model: BoardModel,
  events: readonly string[],
  opened: ReturnType<typeof openedAt>,
) {
  // What is recorded is the component as it was when the recording began: later changes of the sheet do not disturb it.
  const first = useRef({ component: { ...model.component, isolated: true }, events })
  useEffect(() => {
    if (phase === 'ready')
      send({
        type: 'open',
        purpose: 'record',
        ...first.current,
        ...opened,
        events: [...first.current.events],
      })
  }, [phase, send, opened])
}

export type Recording = ReturnType<typeof useRecording>
