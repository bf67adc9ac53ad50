'use client'

import { Dialog } from 'radix-ui'

export type KeyHelp = readonly (readonly [keys: string, what: string])[]

const EVERYWHERE: KeyHelp = [
  ['/', 'Find anything'],
  ['[ and ]', 'The component before, the next'],
  ['v', 'Verify what is in view'],
  ['?', 'These keys'],
]

/** The keys of the view in sight. */
export function KeysHelp({
  open,
  onOpenChange,
  keys,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  keys: KeyHelp
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          className="floating fixed top-24 left-1/2 w-[min(420px,92vw)] -translate-x-1/2 p-4"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-2 font-semibold">Keys of this view</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {[...EVERYWHERE, ...keys].map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="num">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="control mt-4">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
