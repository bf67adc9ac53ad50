'use client'

import { useRef, type ReactNode } from 'react'

const LEAST = 160
const STEP = 8

export interface WidthEdgeProps {
  /** In px; as wide as there is room without. */
  width: number | undefined
  onWidth(width: string | undefined): void
  children: ReactNode
}

/** A place whose right edge can be dragged, or moved by the arrow keys; a double press lets it be as wide as there is room. */
export function WidthEdge({ width, onWidth, children }: WidthEdgeProps) {
  const outer = useRef<HTMLDivElement>(null)
  const inner = useRef<HTMLDivElement>(null)
  const most = () => (outer.current?.clientWidth ?? 600) - 12
  const set = (next: number) => onWidth(String(Math.round(Math.min(most(), Math.max(LEAST, next)))))
  const drag = useRef<{ x: number; width: number }>(undefined)
  const current = () => inner.current?.clientWidth ?? most()
  return (
    <div ref={outer} className="flex bg-paper">
      <div ref={inner} className="min-w-0" style={{ width: width ?? 'calc(100% - 12px)' }}>
        {children}
      </div>
      <div
        role="slider"
        tabIndex={0}
        aria-label="Width"
        aria-orientation="horizontal"
        aria-valuemin={LEAST}
        aria-valuenow={width ?? 0}
        aria-valuetext={width === undefined ? 'as wide as there is room' : `${width} px`}
        title={width === undefined ? 'Drag to change the width' : `${width} px`}
        className="grid w-3 flex-none cursor-ew-resize touch-none place-items-center border-x border-line bg-sheet hover:bg-pick"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          drag.current = { x: event.clientX, width: current() }
        }}
        onPointerMove={(event) => drag.current && set(drag.current.width + event.clientX - drag.current.x)}
        onPointerUp={() => (drag.current = undefined)}
        onPointerCancel={() => (drag.current = undefined)}
        onDoubleClick={() => onWidth(undefined)}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key]
          if (by !== undefined) set(current() + by)
          if (event.key === 'Home') set(LEAST)
          if (event.key === 'End') onWidth(undefined)
        }}
      >
        <span aria-hidden className="h-6 w-px bg-ink" />
      </div>
    </div>
  )
}
