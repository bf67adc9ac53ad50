import { useState } from 'react'
import type { Review, ReviewGroup, ReviewPicture } from '@/contract'
import { idOf } from './Contact'
import { MODES, ZOOMS, type Mode } from './Lens'

/** The change and the picture that are looked at, and how. */
export function useLooking(model: Review | undefined) {
  const groups = model?.groups ?? []
  const [place, setPlace] = useState<{ id?: string; at: number }>({ at: 0 })
  const [current, setCurrent] = useState<string>()
  const [mode, setMode] = useState<Mode>('beside')
  const [chosenZoom, setZoom] = useState<number>()
  // What has been decided is gone: the one that has taken its place comes next.
  const group: ReviewGroup | undefined =
    groups.find(({ id }) => id === place.id) ?? groups[Math.min(place.at, groups.length - 1)]
  const picture: ReviewPicture | undefined =
    group?.pictures.find((each) => idOf(each) === current) ?? group?.pictures[0]
  const zoom = chosenZoom ?? fitting(picture)
  const selectGroup = (id: string) => {
    setPlace({
      id,
      at: Math.max(
        0,
        groups.findIndex((each) => each.id === id),
      ),
    })
    setCurrent(undefined)
  }
  return {
    ...{ group, picture, mode, setMode, zoom, setZoom, selectGroup, look: setCurrent },
    /** The change so many above or below. */
    groupBeside: (by: number) => group && groups[groups.indexOf(group) + by],
    stepPicture: (by: number) => {
      const next = group && picture && group.pictures[group.pictures.indexOf(picture) + by]
      if (next) setCurrent(idOf(next))
    },
    stepMode: () => setMode(MODES[(MODES.indexOf(mode) + 1) % MODES.length]!),
    stepZoom: (by: number) => setZoom(ZOOMS[ZOOMS.indexOf(zoom as (typeof ZOOMS)[number]) + by] ?? zoom),
  }
}

// About as wide as what is looked at closely, in pixels of the device.
const ROOM = 480

/** As large as a picture can be seen whole. */
const fitting = (picture: ReviewPicture | undefined): number =>
  ZOOMS.findLast((each) => (picture?.picture.width ?? ROOM) * each <= ROOM) ?? 1
