'use client'

import type { LibraryFacts, Review as Model } from '@/contract'
import { Alarm } from '../editing'
import { Panes, TitleBlock } from '../frame'
import { RunProvider } from '../live'
import { Causes } from './Causes'
import { Contact, idOf } from './Contact'
import { DecideBar } from './DecideBar'
import { GroupTable } from './GroupTable'
import { Lens } from './Lens'
import { NothingOpen } from './NothingOpen'
import { useChoice } from './useChoice'
import { useReview } from './useReview'

export interface ReviewProps {
  library: LibraryFacts
  libraries: { id: string; name: string }[]
}

/** A library's pictures that are not as approved: change after change, whole or in part, or one by one. */
export function Review(props: ReviewProps) {
  return (
    <RunProvider library={props.library.id}>
      <div className="flex h-dvh flex-col">
        <Workplace {...props} />
      </div>
    </RunProvider>
  )
}

const KEYS = [
  ['Up and down', 'The change above, below'],
  ['Left and right', 'The picture before, after'],
  ['a', 'Approve what is marked, else the whole change'],
  ['d', 'Refuse it, or take the refusal back'],
  ['m', 'Mark the picture, or no more'],
  ['w', 'The next way to look at it'],
  ['+ and -', 'Zoom'],
  ['n', 'Note'],
  ['u or Ctrl Z, r or Ctrl Shift Z', 'Undo, redo'],
  ['Esc', 'Mark nothing'],
] as const

function Workplace({ library, libraries }: ReviewProps) {
  const { model, error, problem, isBusy, decide } = useReview(library.id)
  const choice = useChoice(model, decide, isBusy)
  const { group, marked } = choice
  return (
    <>
      <TitleBlock page="review" library={library} libraries={libraries} keys={KEYS} />
      <h1 className="sr-only">{library.name}, review of pictures</h1>
      {model && (
        <DecideBar
          model={model}
          count={choice.chosen.length}
          isSome={marked.size > 0}
          isRefused={choice.isRefused}
          isBusy={isBusy}
          note={choice.note}
          onNote={choice.setNote}
          onApprove={choice.approve}
          onRefuse={choice.refuse}
          onStep={(what) => void decide({ do: what })}
        />
      )}
      <Alarm text={problem ?? error?.message} />
      {model && model.outdated.length > 0 && (
        <p className="border-b border-line px-3 py-1 text-quiet" role="status">
          Files have changed since these pictures were taken: verify again before you decide.
        </p>
      )}
      {!model && !error && <p className="p-4 text-quiet">Loading …</p>}
      {model && !group && <NothingOpen model={model} library={library} />}
      {model && group && <Board library={library.id} model={model} choice={choice} />}
    </>
  )
}

/** The changes, the pictures of one of them, and one of these closely. */
function Board({ library, model, choice }: { library: string; model: Model; choice: ReturnType<typeof useChoice> }) {
  const { group, picture, marked } = choice
  if (!group) return null
  return (
    <Panes
      grid="md:grid-cols-[minmax(0,56%)_minmax(0,44%)] md:grid-rows-[minmax(0,1fr)]"
      names={['Changes', 'Picture']}
    >
      <div className="flex min-h-0 min-w-0 flex-col border-r border-line">
        <div className="max-h-[38%] shrink-0 overflow-auto">
          <GroupTable model={model} selected={group.id} onSelect={choice.selectGroup} />
        </div>
        <Causes group={group} />
        <Contact
          library={library}
          pictures={group.pictures}
          names={model.names}
          current={picture && idOf(picture)}
          marked={marked}
          onLook={choice.look}
          onMark={choice.mark}
        />
      </div>
      <div className="flex min-h-0 min-w-0 flex-col">
        {picture && (
          <Lens
            key={idOf(picture)}
            library={library}
            picture={picture}
            name={model.names[picture.slug] ?? picture.slug}
            mode={choice.mode}
            zoom={choice.zoom}
            onMode={choice.setMode}
            onZoom={choice.setZoom}
          />
        )}
      </div>
    </Panes>
  )
}
