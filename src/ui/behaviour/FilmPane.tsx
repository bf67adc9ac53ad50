import type { Film, Scenario } from '@/core/scenario'
import { FilmView } from './FilmView'
import { Track } from './Track'
import type { Playback } from './usePlayback'

/** The film of the chosen scenario with its track, or how to get one. */
export function FilmPane({
  film,
  playback,
  name,
  scenario,
  isPlaying,
  onPlay,
}: {
  film: Film | undefined
  playback: Playback
  name: string
  /** The chosen one. */
  scenario: Scenario | undefined
  isPlaying: boolean
  onPlay(): void
}) {
  return (
    <div className="flex min-h-0 min-w-0 flex-col border-r border-line">
      {film ? (
        <>
          {film.result.performance.notes.map((note) => (
            <p key={note} className="border-b border-line bg-sheet px-3 py-0.5 text-quiet">
              {note}
            </p>
          ))}
          <FilmView film={film} playback={playback} name={name} />
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
            <button type="button" className="control" disabled={isPlaying} onClick={onPlay}>
              {isPlaying ? 'Playing …' : 'Play the scenario'}
            </button>
          )}
        </div>
      )}
    </div>
  )
}
