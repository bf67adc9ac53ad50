import { Redo2, Undo2 } from 'lucide-react'
import type { Review } from '@/contract'
import { counted } from '@/core/words'
import { IconButton } from '../editing'

export interface DecideBarProps {
  model: Review
  /** How many pictures a decision is about, and whether they are only some of the change. */
  count: number
  isSome: boolean
  isRefused: boolean
  isBusy: boolean
  note: string
  onNote(note: string): void
  onApprove(): void
  onRefuse(): void
  onStep(what: 'undo' | 'redo'): void
}

/** What can be done with the pictures of the change, and what was done last. */
export function DecideBar(props: DecideBarProps) {
  const { model, count, isSome, isRefused, isBusy, note, onNote, onApprove, onRefuse, onStep } = props
  const these = `${isSome ? '' : 'all '}${counted(count, 'picture')}`
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line bg-sheet px-3 py-1">
      <IconButton
        label={model.undo === undefined ? 'Undo' : `Undo the approval of ${model.undo}`}
        disabled={model.undo === undefined || isBusy}
        onClick={() => onStep('undo')}
      >
        <Undo2 size={14} aria-hidden />
      </IconButton>
      <IconButton label="Redo" disabled={model.redo === undefined || isBusy} onClick={() => onStep('redo')}>
        <Redo2 size={14} aria-hidden />
      </IconButton>
      <button
        type="button"
        className="control border-ink font-semibold"
        disabled={count === 0 || isBusy}
        onClick={onApprove}
      >
        Approve {count > 0 && these}
      </button>
      <button type="button" className="control" disabled={count === 0 || isBusy} onClick={onRefuse}>
        {isRefused ? 'Take the refusal back' : 'Refuse'}
      </button>
      <input
        id="review-note"
        className="field w-72"
        aria-label="Note to go with the decision"
        placeholder="Note to go with the decision"
        value={note}
        maxLength={2000}
        onChange={(event) => onNote(event.target.value)}
      />
      <span className="ml-auto text-quiet" data-testid="review-counts">
        {model.same} of {counted(model.taken, 'picture')} as approved
        {model.elsewhere > 0 && `, ${model.elsewhere} approved for another rig only`}
      </span>
    </div>
  )
}
