'use client'

import { Crosshair } from 'lucide-react'
import { useEffect, type PointerEvent } from 'react'
import type { BoardModel } from '@/contract'
import type { Case } from '@/core/matrix'
import type { Picked } from '@/stage'
import { Doubt, Trouble } from '../board'
import { IconButton } from '../editing'
import { Outlines, partAt } from './Outlines'
import { usePicture, type PictureListener } from './usePicture'

export interface PictureProps extends PictureListener {
  model: BoardModel
  theCase: Case
  /** The part that is lit up, in the picture and in the list. */
  lit: string | undefined
  onLight(part: string | undefined): void
  /** Numbers of parts, as the list gives them. */
  numbers: ReadonlyMap<string, number>
  /** A part is being pointed at; without a way of taking it none can be. */
  isPicking?: boolean
  onPicking?(is: boolean): void
  onPick?(picked: Picked): void
}

/** The component, large and live, its parts outlined and numbered. */
export function Picture({
  theCase,
  lit,
  onLight,
  numbers,
  isPicking = false,
  onPicking,
  onPick,
  ...given
}: PictureProps) {
  const picture = usePicture(given.model, theCase, given)
  const { model, box, frame, frameSize, shift, places, pointed, setPointed, problem, look } = picture
  const visibility = frame.lost === undefined ? 'visible' : 'hidden'
  const transform = shift && `translate(${shift.x}px, ${shift.y}px)`
  const pointAt = (event: PointerEvent) => {
    const home = box.current!.getBoundingClientRect()
    const [x, y] = [event.clientX - home.left, event.clientY - home.top]
    if (isPicking) look(x, y)
    else onLight(partAt(places, x - (shift?.x ?? 0), y - (shift?.y ?? 0)))
  }
  useEndOfPicking({ isPicking, onPicking, setPointed })
  return (
    <div className="relative h-full overflow-clip" ref={box} data-picture={theCase.key}>
      {frameSize && (
        <iframe
          key={frame.frameKey}
          ref={frame.frame}
          src={frame.address}
          sandbox="allow-scripts"
          title={`${model.name}, ${theCase.key}`}
          tabIndex={-1}
          className="pointer-events-none absolute top-0 left-0 border-0"
          style={{ ...frameSize, colorScheme: 'light', transform, visibility }}
        />
      )}
      <div
        className={`absolute inset-0 ${isPicking ? 'cursor-crosshair' : ''}`}
        onPointerMove={pointAt}
        onPointerLeave={() => onLight(undefined)}
        onPointerDown={(event) => isPicking && pointAt(event)}
        onClick={() => isPicking && pointed && onPick?.(pointed)}
      >
        <div aria-hidden style={{ transform }}>
          {!isPicking && <Outlines places={places} numbers={numbers} lit={lit} />}
          {pointed && <div className="absolute outline-2 outline-miss outline-dashed" style={pointed.rect} />}
        </div>
      </div>
      {onPicking && <PickingBar {...{ isPicking, onPicking, pointed }} />}
      <Doubt text={frame.doubt} className="absolute inset-x-0 top-0" />
      {(frame.lost ?? problem) !== undefined && (
        <Trouble
          text={frame.lost ?? problem!}
          onRetry={frame.lost === undefined ? undefined : frame.reload}
          className="absolute inset-x-0 bottom-0 items-center border-t border-line bg-sheet"
        />
      )}
    </div>
  )
}

/** Escape ends it; what was pointed at is forgotten then. */
function useEndOfPicking({
  isPicking,
  onPicking,
  setPointed,
}: {
  onPicking: PictureProps['onPicking'] | undefined
  isPicking: boolean
  setPointed(none: undefined): void
}) {
  useEffect(() => {
    if (!isPicking) return setPointed(undefined)
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && onPicking?.(false)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [isPicking, onPicking, setPointed])
}

function PickingBar({
  isPicking,
  onPicking,
  pointed,
}: {
  isPicking: boolean
  onPicking(is: boolean): void
  pointed: Picked | undefined
}) {
  const part = pointed?.part ? `${pointed.part}: ` : ''
  return (
    <div className="absolute top-1.5 left-1.5 flex items-center gap-1 bg-sheet">
      <IconButton label="Point at a part" aria-pressed={isPicking} onClick={() => onPicking(!isPicking)}>
        <Crosshair size={14} aria-hidden />
      </IconButton>
      {isPicking && (
        <span className="num pr-2" role="status">
          {pointed ? part + pointed.select : 'Point at it and click. Esc cancels.'}
        </span>
      )}
    </div>
  )
}
