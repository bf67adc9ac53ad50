import { useState } from 'react'
import type { Review, ReviewGroup } from '@/contract'
import { undoKeys, useKeys } from '../frame'
import { idOf } from './Contact'
import { useLooking } from './useLooking'
import type { useReview } from './useReview'

type Decide = ReturnType<typeof useReview>['decide']

/** What is looked at, what is marked and decided, and the keys that go with it. */
export function useChoice(model: Review | undefined, decide: Decide, isBusy: boolean) {
  const looking = useLooking(model)
  const { group, picture } = looking
  const deciding = useDeciding(group, decide, isBusy)
  const { mark, unmark, approve, refuse } = deciding
  const selectGroup = (id: string) => {
    looking.selectGroup(id)
    unmark()
  }
  const stepGroup = (by: number) => {
    const next = looking.groupBeside(by)
    if (next) selectGroup(next.id)
  }
  useKeys({
    ArrowDown: () => stepGroup(1),
    ArrowUp: () => stepGroup(-1),
    ArrowRight: () => looking.stepPicture(1),
    ArrowLeft: () => looking.stepPicture(-1),
    a: approve,
    d: refuse,
    m: () => picture && mark(idOf(picture)),
    w: looking.stepMode,
    '+': () => looking.stepZoom(1),
    '-': () => looking.stepZoom(-1),
    n: () => document.querySelector<HTMLInputElement>('#review-note')?.focus(),
    ...undoKeys(
      () => model?.undo !== undefined && !isBusy && void decide({ do: 'undo' }),
      () => model?.redo !== undefined && !isBusy && void decide({ do: 'redo' }),
    ),
    Escape: unmark,
  })
  return { ...looking, ...deciding, selectGroup }
}

/** Decides over the marked pictures of a change, or else over all of them. */
function useDeciding(group: ReviewGroup | undefined, decide: Decide, isBusy: boolean) {
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set())
  const [note, setNote] = useState('')
  const all = group?.pictures ?? []
  const chosen = marked.size > 0 ? all.filter((each) => marked.has(idOf(each))) : all
  const isRefused = chosen.length > 0 && chosen.every(({ refused }) => refused)
  const unmark = () => setMarked(new Set())
  const send = (what: 'approve' | 'refuse' | 'unrefuse') => {
    if (chosen.length === 0 || isBusy) return
    const pictures = chosen.map(({ slug, key, picture: { name } }) => ({ slug, key, picture: name }))
    // What is marked from now on is of the next decision.
    unmark()
    void decide(what === 'unrefuse' ? { do: what, pictures } : { do: what, pictures, note }).then((isDone) => {
      if (isDone) setNote('')
      else setMarked(marked)
    })
  }
  return {
    ...{ marked, unmark, chosen, isRefused, note, setNote },
    mark: (id: string) => {
      const next = new Set(marked)
      if (!next.delete(id)) next.add(id)
      setMarked(next)
    },
    approve: () => send('approve'),
    refuse: () => send(isRefused ? 'unrefuse' : 'refuse'),
  }
}
