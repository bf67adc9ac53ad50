'use client'

import { Dialog } from 'radix-ui'
import type { KeyHelp, ViewDefinition } from './defineView'
import { Overlay } from './Overlay'
import { setSingleKeys, useSingleKeys } from './singleKeys'

const EVERYWHERE: KeyHelp = [
  ['/', 'Search'],
  ['[ and ]', 'The component before, the next'],
  ['v', 'Verify what is in view'],
  ['?', 'These keys'],
]

/** The keys of the view in sight. */
export function KeysHelp({
  open,
  onOpenChange,
  keys,
  views,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  keys: KeyHelp
  views: readonly ViewDefinition[]
}) {
  const areOn = useSingleKeys()
  const tabs: KeyHelp = views.length > 0 ? [[`1 to ${views.length}`, views.map(({ label }) => label).join(', ')]] : []
  return (
    <Overlay
      open={open}
      onOpenChange={onOpenChange}
      title={<Dialog.Title className="mb-2 font-semibold">Keys of this view</Dialog.Title>}
      className="w-[min(420px,92vw)] p-4"
    >
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {[...EVERYWHERE, ...tabs, ...keys].map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="num">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2 border-t border-line pt-3">
        <input type="checkbox" checked={areOn} onChange={(event) => setSingleKeys(event.target.checked)} />
        Keys that are one letter or sign
      </label>
      <Dialog.Close className="control mt-4">Close</Dialog.Close>
    </Overlay>
  )
}
