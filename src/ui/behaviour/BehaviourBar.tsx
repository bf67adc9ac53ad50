import { Circle } from 'lucide-react'
import type { CheckKind } from '@/core/checks'
import type { Film } from '@/core/scenario'
import { Alarm, EditingBar, type Ready } from '../editing'
import { AddChecks } from './AddChecks'

/** What can be done with a component's scenarios, and how the last playing went. */
export function BehaviourBar({
  ready,
  film,
  isPlaying,
  error,
  isRecording,
  canPlay,
  onAddChecks,
  onRecord,
  onPlay,
}: {
  ready: Ready
  film: Film | undefined
  isPlaying: boolean
  error: Error | null
  isRecording: boolean
  canPlay: boolean
  onAddChecks(kind: CheckKind, parts: Record<string, string>): void
  onRecord(): void
  onPlay(): void
}) {
  return (
    <>
      <EditingBar defining={ready}>
        <span role="status" className="text-quiet" data-play={isPlaying ? 'playing' : film ? 'played' : 'none'}>
          {isPlaying ? 'Playing …' : film ? timeOf(film) : ''}
        </span>
        <AddChecks sheet={ready.sheet} texts={ready.texts} onAdd={onAddChecks} />
        <button
          type="button"
          className="control"
          disabled={!ready.preview?.model}
          aria-pressed={isRecording}
          onClick={onRecord}
        >
          <Circle size={11} aria-hidden />
          Record
        </button>
        <button type="button" className="control" disabled={!canPlay} onClick={onPlay}>
          Play the scenario
        </button>
      </EditingBar>
      <Alarm text={error?.message} />
    </>
  )
}

function timeOf({ result: { performance, clock, milliseconds } }: Film): string {
  const whose = clock === 'engine' ? 'the engine’s' : 'the page’s'
  return `${performance.duration} ms of ${whose} time, played in ${milliseconds} ms`
}
