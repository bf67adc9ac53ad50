'use client'

import { useEffect, useRef } from 'react'
import { useTheme } from 'next-themes'
import type { MarkKind } from '../marks'

const STEP_PX = 9
const SIZE_PX = 6

/** A whole matrix, a mark a case, drawn in one go: there may be thousands. */
export function Miniature({ marks, columns, isOutdated, label }: { marks: readonly MarkKind[]; columns: number; isOutdated: boolean; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { resolvedTheme } = useTheme()
  const rows = Math.ceil(marks.length / columns)
  const [width, height] = [columns * STEP_PX, rows * STEP_PX]
  useEffect(() => {
    const surface = canvas.current
    const pen = surface?.getContext('2d')
    if (!surface || !pen) return
    const style = getComputedStyle(surface)
    const [ink, miss] = [style.getPropertyValue('--ink'), style.getPropertyValue('--miss')]
    const scale = window.devicePixelRatio
    surface.width = width * scale
    surface.height = height * scale
    pen.scale(scale, scale)
    pen.lineWidth = 1
    marks.forEach((mark, at) => draw(pen, mark, isOutdated, (at % columns) * STEP_PX + 1.5, Math.floor(at / columns) * STEP_PX + 1.5, { ink, miss }))
  }, [marks, columns, isOutdated, width, height, resolvedTheme])
  return <canvas ref={canvas} role="img" aria-label={label} style={{ width, height, maxWidth: '100%' }} />
}

function draw(pen: CanvasRenderingContext2D, mark: MarkKind, isOutdated: boolean, x: number, y: number, { ink, miss }: { ink: string; miss: string }) {
  pen.strokeStyle = pen.fillStyle = mark === 'misses' ? miss : ink
  pen.beginPath()
  if (mark === 'misses') {
    pen.moveTo(x - 0.5, y + SIZE_PX)
    pen.lineTo(x + SIZE_PX, y + SIZE_PX)
    pen.lineTo(x + SIZE_PX, y - 0.5)
    pen.closePath()
    return isOutdated ? pen.stroke() : pen.fill()
  }
  if (mark === 'holds' && !isOutdated) return pen.fillRect(x + 0.5, y + 0.5, SIZE_PX - 1, SIZE_PX - 1)
  pen.strokeRect(x + 0.5, y + 0.5, SIZE_PX - 2, SIZE_PX - 2)
  if (mark === 'holds') {
    pen.moveTo(x, y + SIZE_PX - 1)
    pen.lineTo(x, y)
    pen.lineTo(x + SIZE_PX - 1, y)
    pen.fill()
  } else if (mark === 'unread') {
    pen.moveTo(x, y)
    pen.lineTo(x + SIZE_PX - 1, y + SIZE_PX - 1)
    pen.stroke()
  }
}
