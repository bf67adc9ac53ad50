import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import type { ReviewPicture } from '@/contract'
import type { PixelBox, Pixels } from '@/core/picture'
import { pictureAddress } from './Contact'
import { draw, loadPixels, pairOf, type Pair } from './pixels'
import { caseName } from '../frame'
import { verdictWords } from './words'

/** How a picture is looked at beside the approved one. */
export const MODES = ['beside', 'blended', 'alternating', 'difference'] as const
export type Mode = (typeof MODES)[number]
const LABELS: Record<Mode, string> = {
  beside: 'Side by side',
  blended: 'Blended',
  alternating: 'Alternating',
  difference: 'Difference',
}
export const ZOOMS = [1, 2, 4, 8, 16] as const

export interface LensProps {
  library: string
  picture: ReviewPicture
  name: string
  mode: Mode
  zoom: number
  onMode(mode: Mode): void
  onZoom(zoom: number): void
}

/** One picture, closely: as it was, as it is, and what differs. */
export function Lens({ library, picture, name, mode, zoom, onMode, onZoom }: LensProps) {
  const { data: pair, error } = useQuery({
    queryKey: ['pictures', picture.picture, picture.approved],
    queryFn: async ({ signal }) => {
      const load = (of: { name: string; at: { x: number; y: number } }) =>
        loadPixels(pictureAddress(library, of.name), of.at, signal)
      const [after, before] = await Promise.all([load(picture.picture), picture.approved && load(picture.approved)])
      return pairOf(before, after)
    },
    staleTime: Infinity,
  })
  const isOne = pair !== undefined && !pair.before
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label="Closely">
      <Heading picture={picture} name={name} />
      <div className="flex flex-wrap items-center gap-1 border-b border-line px-3 py-1">
        <span className="flex gap-1" role="group" aria-label="Shown">
          {MODES.map((each) => (
            <button
              key={each}
              type="button"
              className="control"
              aria-pressed={mode === each}
              disabled={isOne}
              onClick={() => onMode(each)}
            >
              {LABELS[each]}
            </button>
          ))}
        </span>
        <span className="ml-auto flex gap-1" role="group" aria-label="Zoom">
          {ZOOMS.map((each) => (
            <button
              key={each}
              type="button"
              className="control num"
              aria-pressed={zoom === each}
              onClick={() => onZoom(each)}
            >
              {each}×
            </button>
          ))}
        </span>
      </div>
      {error && (
        <p role="alert" className="p-3 text-miss">
          {error.message}
        </p>
      )}
      {!pair && !error && <p className="p-3 text-quiet">Loading …</p>}
      {pair && <Panes pair={pair} mode={isOne ? 'beside' : mode} zoom={zoom} boxes={picture.boxes} />}
    </section>
  )
}

function Panes({ pair, mode, zoom, boxes }: { pair: Pair; mode: Mode; zoom: number; boxes: readonly PixelBox[] }) {
  const { before, after, difference } = pair
  const scrolled = useInStep()
  const pane = (label: string, pixels: Pixels, shownBoxes: readonly PixelBox[] = []) => (
    <Pane key={label} label={label} pixels={pixels} zoom={zoom} boxes={shownBoxes} onScroll={scrolled} />
  )
  if (mode === 'blended' || mode === 'alternating')
    return (
      <div className="relative min-h-0 flex-1 overflow-auto p-3" data-mode={mode}>
        <p className="mb-1 text-quiet">
          {mode === 'blended' ? 'Both, half and half' : 'One, then the other, twice a second'}
        </p>
        <div className="relative">
          <Drawn pixels={before!} zoom={zoom} label="As approved" />
          <div className={`absolute inset-0 ${mode === 'blended' ? 'opacity-50' : 'alternate'}`}>
            <Drawn pixels={after} zoom={zoom} label="As it is" />
          </div>
        </div>
      </div>
    )
  return (
    <div className="flex min-h-0 flex-1 flex-col divide-y divide-line" data-mode={mode}>
      {before && pane('As approved', before)}
      {pane(before ? 'As it is' : 'Not approved yet', after, mode === 'beside' ? boxes : [])}
      {mode === 'difference' && difference && pane('What differs', difference)}
    </div>
  )
}

function Heading({ picture, name }: Pick<LensProps, 'picture' | 'name'>) {
  return (
    <h2 className="border-b border-line px-3 py-1">
      <span className="font-semibold">{name}</span> <span className="num">{caseName(picture.key)}</span>
      <span className="block text-quiet">{verdictWords(picture)}</span>
      {picture.refused && (
        <span className="block text-miss">
          Refused by {picture.refused.by}
          {picture.refused.note && `: ${picture.refused.note}`}
        </span>
      )}
    </h2>
  )
}

interface PaneProps {
  label: string
  pixels: Pixels
  zoom: number
  boxes: readonly PixelBox[]
  onScroll(pane: HTMLElement): void
}

function Pane({ label, pixels, zoom, boxes, onScroll }: PaneProps) {
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="px-3 pt-1 text-quiet">{label}</p>
      <div
        data-pane
        className="min-h-0 flex-1 overflow-auto p-3"
        tabIndex={0}
        role="group"
        aria-label={label}
        onScroll={(event) => onScroll(event.currentTarget)}
      >
        <Drawn pixels={pixels} zoom={zoom} boxes={boxes} label={label} />
      </div>
    </div>
  )
}

function Drawn({
  pixels,
  zoom,
  boxes = NONE,
  label,
}: {
  pixels: Pixels
  zoom: number
  boxes?: readonly PixelBox[]
  label: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (canvas.current) draw(canvas.current, pixels, zoom, boxes)
  }, [pixels, zoom, boxes])
  return <canvas ref={canvas} role="img" aria-label={label} className="block max-w-none" />
}

const NONE: readonly PixelBox[] = []

/** Panes beside one that is scrolled go along. */
function useInStep(): (pane: HTMLElement) => void {
  return (pane) => {
    for (const other of pane.parentElement!.parentElement!.querySelectorAll<HTMLElement>('[data-pane]')) {
      if (other === pane) continue
      if (other.scrollLeft !== pane.scrollLeft) other.scrollLeft = pane.scrollLeft
      if (other.scrollTop !== pane.scrollTop) other.scrollTop = pane.scrollTop
    }
  }
}
