'use client'

import { useEffect, useMemo, useState } from 'react'
import type { Film } from '@/core/scenario'
import { dwells } from './timeline'

export const SPEEDS = [0.1, 0.25, 0.5, 1, 2] as const

/** Plays a film: which picture is in sight, and the ways to move through it. */
export function usePlayback(film: Film | undefined) {
  const [place, setPlace] = useState(0)
  const [isPlaying, setPlaying] = useState(false)
  const [speed, setSpeed] = useState<number>(1)
  const times = useMemo(() => (film ? dwells(film) : []), [film])
  const last = Math.max(0, times.length - 1)
  // The same performance may get sharper pictures: it goes on where it is then.
  const result = film?.result
  useEffect(() => {
    setPlace(0)
    setPlaying(result !== undefined)
  }, [result])
  useEffect(() => {
    if (!isPlaying) return
    if (place >= last) {
      setPlaying(false)
      return
    }
    const timer = setTimeout(() => setPlace(place + 1), times[place]! / speed)
    return () => clearTimeout(timer)
  }, [isPlaying, place, last, times, speed])
  const go = (to: number) => {
    setPlaying(false)
    setPlace(Math.max(0, Math.min(last, to)))
  }
  /** The last picture of a step. */
  const goToStep = (step: number) => {
    const at = film?.frames.findLastIndex((frame) => frame.step <= step) ?? -1
    if (at >= 0) go(at)
  }
  const toggle = () => {
    if (!isPlaying && place >= last) setPlace(0)
    setPlaying(!isPlaying)
  }
  return { place, last, isPlaying, speed, setSpeed, go, goToStep, toggle, frame: film?.frames[place] }
}

export type Playback = ReturnType<typeof usePlayback>
