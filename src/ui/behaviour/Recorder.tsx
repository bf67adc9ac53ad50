'use client'

import { useEffect, useState } from 'react'
import type { BoardModel } from '@/contract'
import type { Scenario } from '@/core/scenario'
import type { ScenarioFile } from '@/core/sheet'
import type { Ready } from '../editing'
import { useLatest } from '../hooks'
import { RecordedSteps } from './RecordedSteps'
import { RecordStage } from './RecordStage'
import { useRecording } from './useRecording'

/** Records a scenario: the steps as they come at the left, the component to act on beside them. */
export function Recorder({
  model,
  ready: { sheet },
  scenarios,
  onKeep,
  onDiscard,
}: {
  model: BoardModel
  ready: Pick<Ready, 'sheet'>
  /** Those that the sheet has. */
  scenarios: readonly Scenario[]
  onKeep(scenario: ScenarioFile): void
  onDiscard(): void
}) {
  const recording = useRecording(model, Object.keys(sheet.data.events))
  const { isOver, stop, make } = recording
  const [keptAs, setKeptAs] = useState<string>()
  // How things stood at the end belongs to the recording: it is waited for.
  const latest = useLatest({ make, onKeep })
  useEffect(() => {
    const { make, onKeep } = latest.current
    if (keptAs !== undefined && isOver) onKeep(make(keptAs))
  }, [keptAs, isOver, latest])
  return (
    <>
      <div className="flex min-h-0 flex-col border-r border-line bg-sheet">
        <RecordedSteps
          recording={recording}
          taken={scenarios.map(({ name }) => name)}
          onKeep={(name) => {
            if (!isOver) stop()
            setKeptAs(name)
          }}
          onDiscard={onDiscard}
        />
      </div>
      <div className="flex min-h-0 min-w-0 flex-col border-r border-line">
        <RecordStage model={model} recording={recording} />
      </div>
    </>
  )
}
