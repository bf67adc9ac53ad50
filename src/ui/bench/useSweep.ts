'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import type { Control } from '@/core/bench'
import { sweepValues } from './sweep'

export const SWEEP_SPEEDS = [2, 5, 10, 20] as const

interface Sweep {
  key: string
  values: readonly (string | number | boolean)[]
  place: number
  isPlaying: boolean
}

/**
 * Goes through the values of one control, one after another and round again. The next comes when the one before has been
 * shown, and not before its time.
 */
export function useSweep(onValue: (key: string, value: unknown) => void) {
  const [sweep, setSweep] = useState<Sweep>()
  const [speed, setSpeed] = useState<number>(SWEEP_SPEEDS[1])
  const shown = useRef(true)
  const take = useRef(onValue)
  useEffect(() => {
    take.current = onValue
  })
  const show = useCallback((next: Sweep) => {
    shown.current = false
    setSweep(next)
    take.current(next.key, next.values[next.place])
  }, [])
  useEffect(() => {
    if (!sweep?.isPlaying) return
    const timer = setInterval(() => {
      if (!shown.current) return
      clearInterval(timer)
      show({ ...sweep, place: (sweep.place + 1) % sweep.values.length })
    }, 1000 / speed)
    return () => clearInterval(timer)
  }, [sweep, speed, show])
  return {
    sweep,
    speed,
    setSpeed,
    start: (control: Control) => {
      const values = sweepValues(control)
      if (values) show({ key: control.key, values, place: 0, isPlaying: true })
    },
    toggle: () => setSweep((now) => now && { ...now, isPlaying: !now.isPlaying }),
    goTo: (place: number) => sweep && show({ ...sweep, place, isPlaying: false }),
    stop: () => setSweep(undefined),
    /** The value that was last asked for stands on the bench. */
    noteShown: () => void (shown.current = true),
  }
}

export type Sweeping = ReturnType<typeof useSweep>
