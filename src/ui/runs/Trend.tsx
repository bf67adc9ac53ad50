'use client'

import { useTheme } from 'next-themes'
import { useEffect, useRef } from 'react'
import type { ListedRun } from '@/contract'
import { counted } from '@/core/words'
import { useLatest } from '../hooks'
import { exactTime } from '../frame'
import { FIGURES, type Figure } from './figures'

export interface TrendProps {
  /** The last first. */
  runs: readonly ListedRun[]
  figure: Figure
  selected: string | undefined
  onFigure(name: string): void
  onSelect(run: string): void
}

/** One figure over all runs; each point leads to its run. */
export function Trend({ runs, figure, selected, onFigure, onSelect }: TrendProps) {
  const told = runs.filter((run) => figure.of(run) !== undefined && run.state !== 'running').toReversed()
  return (
    <section aria-label="Trend" className="shrink-0 border-b border-line bg-sheet">
      <div className="flex flex-wrap gap-1 px-3 pt-2" role="group" aria-label="Figure">
        {FIGURES.map(({ name, label }) => (
          <button
            key={name}
            type="button"
            className="control"
            aria-pressed={name === figure.name}
            onClick={() => onFigure(name)}
          >
            {label}
          </button>
        ))}
      </div>
      <div className="h-36 px-3 py-2">
        {told.length < 2 ? (
          <p className="text-quiet">A line is drawn as soon as there are two runs.</p>
        ) : (
          <Line {...{ told, figure, selected, onSelect }} />
        )}
      </div>
    </section>
  )
}

function Line({
  told,
  figure,
  selected,
  onSelect,
}: Pick<TrendProps, 'figure' | 'selected' | 'onSelect'> & { told: readonly ListedRun[] }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { resolvedTheme } = useTheme()
  const select = useLatest(onSelect)
  useEffect(() => {
    const drawing = { isWanted: true, end: () => {} }
    void import('./drawTrend').then(({ drawTrend }) => {
      if (!drawing.isWanted || !canvas.current) return
      drawing.end = drawTrend(canvas.current, {
        points: told.map((run) => ({ label: exactTime(run.startedAt), value: figure.of(run)! })),
        selected: told.findIndex(({ id }) => id === selected),
        name: figure.label,
        print: figure.print,
        onSelect: (at) => select.current(told[at]!.id),
      })
    })
    return () => {
      drawing.isWanted = false
      drawing.end()
    }
    // The scheme's colours are read as it is drawn.
  }, [told, figure, selected, resolvedTheme, select])
  const values = told.map((run) => figure.of(run)!)
  const say = (value: number | undefined) => figure.print(value ?? 0)
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={`${figure.label} over ${counted(told.length, 'run')}: from ${say(values[0])} to ${say(values.at(-1))}, at most ${say(Math.max(...values))}. The table of runs tells each.`}
    />
  )
}
