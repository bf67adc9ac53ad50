'use client'

import { useRef, type PointerEvent } from 'react'
import { Slide } from '../editing'

const SIZE = 120
// Curves may go above and below their ends.
const SPARE = 30

const NAMES = ['First point, across', 'First point, up', 'Second point, across', 'Second point, up'] as const

const short = (value: number) => Number(value.toFixed(2))

/** The numbers of a curve such as `0.2, 0, 0, 1`; undefined for what is none. */
export function curveOf(css: string): [number, number, number, number] | undefined {
  const numbers = css
    .replace(/^cubic-bezier\((.*)\)$/, '$1')
    .split(',')
    .map(Number)
  return numbers.length === 4 && !numbers.some(Number.isNaN) ? (numbers as [number, number, number, number]) : undefined
}

type Curve = NonNullable<ReturnType<typeof curveOf>>
type Pick = (values: Readonly<Record<number, number>>) => void

/** An easing, by the two points that bend its curve: dragged, or moved by sliders. */
export function CurvePicker({ label, css, onPick }: { label: string; css: string; onPick(text: string): void }) {
  const curve = curveOf(css)
  if (!curve) return null
  const pick: Pick = (values) => onPick(curve.map((each, at) => short(values[at] ?? each)).join(', '))
  return (
    <div role="group" aria-label={`${label}, picker`} className="mt-1 flex gap-3">
      <Drawing curve={curve} onPick={pick} />
      <div className="min-w-0 flex-1">
        {NAMES.map((name, place) => (
          <div key={name} className="flex items-center gap-2">
            <Slide
              label={name}
              value={curve[place]!}
              min={place % 2 === 0 ? 0 : -0.25}
              max={place % 2 === 0 ? 1 : 1.25}
              step={0.01}
              onSlide={(value) => pick({ [place]: value })}
            />
            <span className="num w-10 text-right">{curve[place]}</span>
          </div>
        ))}
      </div>
    </div>
  )
}

/** The curve, with points that a pointer can drag; keys have the sliders. */
function Drawing({ curve: [x1, y1, x2, y2], onPick }: { curve: Curve; onPick: Pick }) {
  const box = useRef<SVGSVGElement>(null)
  const drag = (point: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (event.buttons !== 1) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const { left, top } = box.current!.getBoundingClientRect()
    const x = Math.min(1, Math.max(0, (event.clientX - left) / SIZE))
    const y = 1 - (event.clientY - top - SPARE) / SIZE
    onPick({ [point * 2]: x, [point * 2 + 1]: Math.min(1.25, Math.max(-0.25, y)) })
  }
  const at = (x: number, y: number) => ({ x: x * SIZE, y: SPARE + (1 - y) * SIZE })
  const [a, b] = [at(x1, y1), at(x2, y2)]
  const [start, end] = [`0 ${SPARE + SIZE}`, `${SIZE} ${SPARE}`]
  return (
    <svg ref={box} width={SIZE} height={SIZE + 2 * SPARE} className="shrink-0 touch-none overflow-visible" aria-hidden>
      <rect y={SPARE} width={SIZE} height={SIZE} fill="none" stroke="var(--line)" />
      <path d={`M${start} L${a.x} ${a.y} M${end} L${b.x} ${b.y}`} stroke="var(--line-strong)" fill="none" />
      <path d={`M${start} C${a.x} ${a.y} ${b.x} ${b.y} ${end}`} stroke="var(--ink)" strokeWidth={2} fill="none" />
      {[a, b].map(({ x, y }, point) => (
        <circle
          key={point}
          cx={x}
          cy={y}
          r={6}
          fill="var(--sheet)"
          stroke="var(--ink)"
          onPointerDown={drag(point)}
          onPointerMove={drag(point)}
        />
      ))}
    </svg>
  )
}
