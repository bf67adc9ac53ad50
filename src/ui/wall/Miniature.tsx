'use client'

import type { MarkKind } from '@/contract'
import { useEffect, useMemo, useRef } from 'react'
import { useTheme } from 'next-themes'

const STEP_PX = 9
const SIZE_PX = 6

// Blocks of this many rows stand beside one another, so that a long matrix does not become a tower.
const ROWS_A_BLOCK = 12
const BLOCK_GAP_PX = 8

/** The marks of a matrix, row by row; a combination that does not exist is a gap. */
export type MiniatureRows = readonly (readonly (MarkKind | undefined)[])[]

/** A whole matrix, a mark a case, drawn in one go: there may be thousands. */
export function Miniature({
  pages,
  isOutdated,
  label,
}: {
  pages: readonly MiniatureRows[]
  isOutdated: boolean
  label: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { resolvedTheme } = useTheme()
  const blocks = useMemo(
    () =>
      pages.flatMap((rows) =>
        Array.from({ length: Math.ceil(rows.length / ROWS_A_BLOCK) }, (_, at) =>
          rows.slice(at * ROWS_A_BLOCK, (at + 1) * ROWS_A_BLOCK),
        ),
      ),
    [pages],
  )
  const columns = Math.max(0, ...blocks.map((rows) => rows[0]?.length ?? 0))
  const blockWidth = columns * STEP_PX + BLOCK_GAP_PX
  const height = Math.max(0, ...blocks.map((rows) => rows.length)) * STEP_PX
  const width = Math.max(0, blocks.length * blockWidth - BLOCK_GAP_PX)
  useEffect(() => {
    const surface = canvas.current
    const pen = surface?.getContext('2d')
    if (!surface || !pen) return
    const style = getComputedStyle(surface)
    const colours = { ink: style.getPropertyValue('--ink'), miss: style.getPropertyValue('--miss') }
    const scale = window.devicePixelRatio
    surface.width = width * scale
    surface.height = height * scale
    pen.scale(scale, scale)
    pen.lineWidth = 1
    blocks.forEach((rows, block) =>
      rows.forEach((marks, row) =>
        marks.forEach(
          (mark, column) =>
            mark &&
            draw(pen, mark, isOutdated, block * blockWidth + column * STEP_PX + 1.5, row * STEP_PX + 1.5, colours),
        ),
      ),
    )
  }, [blocks, blockWidth, isOutdated, width, height, resolvedTheme])
  return <canvas ref={canvas} role="img" aria-label={label} style={{ width, height, maxWidth: '100%' }} />
}

function draw(
  pen: CanvasRenderingContext2D,
  mark: MarkKind,
  isOutdated: boolean,
  x: number,
  y: number,
  { ink, miss }: { ink: string; miss: string },
) {
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
