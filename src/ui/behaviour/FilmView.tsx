'use client'

import { Pause, Play, SkipBack, SkipForward } from 'lucide-react'
import { Slider } from 'radix-ui'
import { useEffect, useRef, useState, type RefObject } from 'react'
import type { Film } from '@/core/scenario'
import { Choice, IconButton } from '../editing'
import { cropOf } from './crop'
import { SPEEDS, type Playback } from './usePlayback'

/** What stood on the stage at the moment that is looked at, and the ways to move through time. */
export function FilmView({ film, playback, name }: { film: Film; playback: Playback; name: string }) {
  const { place, frame } = playback
  const box = useRef<HTMLDivElement>(null)
  const room = useRoom(box)
  const crop = cropOf(film, room)
  const step = film.result.performance.steps[Math.max(0, frame?.step ?? 0)]
  const what = !frame || frame.step < 0 ? 'The start' : (step?.step ?? '')
  return (
    <section aria-label="Film" className="flex min-h-0 flex-1 flex-col">
      <div ref={box} className="relative min-h-0 flex-1 overflow-hidden bg-paper">
        {frame && (
          <div
            className="absolute top-1/2 left-1/2 -translate-1/2 overflow-hidden border border-line bg-sheet"
            style={{ width: crop.width * crop.zoom, height: crop.height * crop.zoom }}
          >
            <img
              src={frame.picture}
              alt={`${name} at ${frame.at} ms: ${what}`}
              data-place={place}
              className="absolute max-w-none"
              style={{
                width: film.size.width * crop.zoom,
                left: -crop.left * crop.zoom,
                top: -crop.top * crop.zoom,
              }}
            />
          </div>
        )}
      </div>
      <Transport playback={playback} what={what} />
    </section>
  )
}

/** How much room a film has in its box, in px. */
function useRoom(box: RefObject<HTMLDivElement | null>) {
  const [room, setRoom] = useState({ width: 480, height: 360 })
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setRoom({ width: Math.max(40, width - 24), height: Math.max(40, height - 24) })
    })
    observer.observe(box.current!)
    return () => observer.disconnect()
  }, [box])
  return room
}

/** The ways to move through a film. @param what what happens at the moment that is looked at */
function Transport({ playback, what }: { playback: Playback; what: string }) {
  const { place, last, frame, isPlaying, speed, setSpeed, go, toggle } = playback
  return (
    <div className="flex items-center gap-2 border-t border-line bg-sheet px-3 py-1">
      <IconButton label="Previous frame" disabled={place === 0} onClick={() => go(place - 1)}>
        <SkipBack size={14} aria-hidden />
      </IconButton>
      <IconButton label={isPlaying ? 'Pause' : 'Play'} onClick={toggle}>
        {isPlaying ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
      </IconButton>
      <IconButton label="Next frame" disabled={place >= last} onClick={() => go(place + 1)}>
        <SkipForward size={14} aria-hidden />
      </IconButton>
      <Slider.Root
        aria-label="Moment"
        className="relative flex h-6 flex-1 touch-none items-center"
        min={0}
        max={last}
        value={[place]}
        onValueChange={([to]) => go(to!)}
      >
        <Slider.Track className="relative h-px w-full bg-line-strong">
          <Slider.Range className="absolute h-full bg-ink" />
        </Slider.Track>
        <Slider.Thumb
          aria-label="Moment"
          aria-valuetext={`${frame?.at ?? 0} ms, ${what}`}
          className="block h-4 w-2 border border-ink bg-sheet"
        />
      </Slider.Root>
      <output className="num w-24 text-right" data-testid="moment">
        {frame?.at ?? 0} ms
      </output>
      <span className="flex items-center gap-1 text-quiet">
        Speed
        <Choice
          label="Speed"
          value={String(speed)}
          options={SPEEDS.map((each) => [String(each), `${each} ×`] as const)}
          onChoose={(each) => setSpeed(Number(each))}
        />
      </span>
    </div>
  )
}
