import { Dialog } from 'radix-ui'
import { Overlay } from '../frame'
import type { Clash } from './useZip'

/** Asks what to do with a library whose name another one has. */
export function ClashQuestion({
  clash: { zip, name, isLinked },
  onChoose,
  onCancel,
}: {
  clash: Clash
  onChoose(as: 'state' | 'new'): void
  onCancel(): void
}) {
  return (
    <Overlay
      open
      onOpenChange={onCancel}
      title={<Dialog.Title className="mb-2 font-semibold">There is a library “{name}” already</Dialog.Title>}
      className="w-[min(480px,calc(100vw-32px))] p-4"
    >
      <p className="mb-3">
        {isLinked
          ? `It is linked to a folder, which alone changes it. ${zip.path} can be added beside it.`
          : `${zip.path} can become a new state of it, with the revisions of its components kept, or be added beside it.`}
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="control" onClick={() => onChoose('new')}>
          Add as a new library
        </button>
        {!isLinked && (
          <button type="button" className="control" onClick={() => onChoose('state')}>
            Bring in as a new state
          </button>
        )}
        <button type="button" className="control ml-auto" onClick={onCancel}>
          Cancel
        </button>
      </div>
    </Overlay>
  )
}
