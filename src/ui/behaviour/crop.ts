import type { Film } from '@/core/scenario'

/** Room around the component, for rings and shadows, in px of the stage. */
const MARGIN = 24
// A part of a picture is never shown larger than this: it would only be blurred.
const MAX_ZOOM = 2

/** How a film's pictures are shown in a box of some size: what of them, and how large. */
export function cropOf(
  { size, extent }: Pick<Film, 'size' | 'extent'>,
  box: { width: number; height: number },
): { zoom: number; left: number; top: number; width: number; height: number } {
  const left = Math.max(0, Math.floor(extent.left - MARGIN))
  const top = Math.max(0, Math.floor(extent.top - MARGIN))
  const width = Math.min(size.width, Math.ceil(extent.left + extent.width + MARGIN)) - left
  const height = Math.min(size.height, Math.ceil(extent.top + extent.height + MARGIN)) - top
  const zoom = Math.min(MAX_ZOOM, box.width / width, box.height / height)
  return { zoom, left, top, width, height }
}
