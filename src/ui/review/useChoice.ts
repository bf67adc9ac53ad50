import { useCallback, useState } from 'react'
import type { Review, ReviewGroup, ReviewPicture } from '@/contract'
import { useKeys } from '../frame'
import { idOf } from './Contact'
import { MODES, ZOOMS, type Mode } from './Lens'
import type { useReview } from './useReview'

type Decide = ReturnType<typeof useReview>['decide']

/** The change and the picture that are looked at, what is marked, and the keys that go with them. */
export function useChoice(model: Review | undefined, decide: Decide, isBusy: boolean) {
  const groups = model?.groups ?? []
  const [groupId, setGroupId] = useState<string>()
  const [groupAt, setGroupAt] = useState(0)
  const [current, setCurrent] = useState<string>()
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set())
  const [note, setNote] = useState('')
  const [mode, setMode] = useState<Mode>('beside')
  const [chosenZoom, setZoom] = useState<number>()
  // What has been decided is gone: the one that has taken its place comes next.
  const group: ReviewGroup | undefined =
    groups.find(({ id }) => id === groupId) ?? groups[Math.min(groupAt, groups.length - 1)]
  const picture: ReviewPicture | undefined =
    group?.pictures.find((each) => idOf(each) === current) ?? group?.pictures[0]
  const zoom = chosenZoom ?? fitting(picture)
  const chosen = group
    ? marked.size > 0
      ? group.pictures.filter((each) => marked.has(idOf(each)))
      : group.pictures
    : []
  const isRefused = chosen.length > 0 && chosen.every(({ refused }) => refused)

  const selectGroup = useCallback(
    (id: string) => {
      setGroupId(id)
      setGroupAt(
        Math.max(
          0,
          groups.findIndex((each) => each.id === id),
        ),
      )
      setCurrent(undefined)
      setMarked(new Set())
    },
    [groups],
  )
  const mark = (id: string) => {
    const next = new Set(marked)
    if (!next.delete(id)) next.add(id)
    setMarked(next)
  }
  const pictures = () => chosen.map(({ slug, key, picture: { name } }) => ({ slug, key, picture: name }))
  const after = (isDone: boolean) => {
    if (!isDone) return
    setNote('')
    setMarked(new Set())
  }
  const approve = () => {
    if (chosen.length > 0 && !isBusy) void decide({ do: 'approve', pictures: pictures(), note }).then(after)
  }
  const refuse = () => {
    if (chosen.length === 0 || isBusy) return
    void decide(
      isRefused ? { do: 'unrefuse', pictures: pictures() } : { do: 'refuse', pictures: pictures(), note },
    ).then(after)
  }
  const stepGroup = (by: number) => {
    const next = group && groups[groups.indexOf(group) + by]
    if (next) selectGroup(next.id)
  }
  const stepPicture = (by: number) => {
    const next = group && picture && group.pictures[group.pictures.indexOf(picture) + by]
    if (next) setCurrent(idOf(next))
  }
  const stepZoom = (by: number) => setZoom(ZOOMS[ZOOMS.indexOf(zoom as (typeof ZOOMS)[number]) + by] ?? zoom)
  useKeys({
    ArrowDown: () => stepGroup(1),
    ArrowUp: () => stepGroup(-1),
    ArrowRight: () => stepPicture(1),
    ArrowLeft: () => stepPicture(-1),
    a: approve,
    d: refuse,
    m: () => picture && mark(idOf(picture)),
    w: () => setMode(MODES[(MODES.indexOf(mode) + 1) % MODES.length]!),
    '+': () => stepZoom(1),
    '-': () => stepZoom(-1),
    n: () => document.querySelector<HTMLInputElement>('#review-note')?.focus(),
    u: () => model?.undo !== undefined && !isBusy && void decide({ do: 'undo' }),
    r: () => model?.redo !== undefined && !isBusy && void decide({ do: 'redo' }),
    Escape: () => setMarked(new Set()),
  })
  return {
    ...{ group, picture, marked, chosen, isRefused, note, setNote, mode, setMode, zoom, setZoom },
    ...{ selectGroup, look: setCurrent, mark, approve, refuse },
  }
}

// About as wide as what is looked at closely, in pixels of the device.
const ROOM = 480

/** As large as a picture can be seen whole. */
const fitting = (picture: ReviewPicture | undefined): number =>
  ZOOMS.findLast((each) => (picture?.picture.width ?? ROOM) * each <= ROOM) ?? 1
