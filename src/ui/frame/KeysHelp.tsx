'use client'

import { Dialog } from 'radix-ui'
import type { MarkKind } from '@/contract'
import { Mark } from '../marks'
import { Link } from './Link'
import type { KeyHelp, ViewDefinition } from './defineView'
import { Overlay } from './Overlay'
import { setSingleKeys, useSingleKeys } from './singleKeys'

const EVERYWHERE: KeyHelp = [
  ['/', 'Search'],
  ['[ and ]', 'The component before, the next'],
  ['v', 'Verify what is in view'],
  ['?', 'These keys, and marks'],
]

const LEGEND: readonly (readonly [MarkKind, what: string, isOutdated: boolean])[] = [
  ['holds', 'Holds: all that its rules expect was read', false],
  ['misses', 'Misses: something else was read', false],
  ['unread', 'Could not be read', false],
  ['open', 'Open: not read yet, or no rule speaks of it', false],
  ['holds', 'Out of date: something that it depends on has changed since', true],
]

/** The keys of the view in sight, and what marks mean. */
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
      title={<Dialog.Title className="mb-2 font-semibold">Keys of this view, and marks</Dialog.Title>}
      className="max-h-[80vh] w-[min(440px,92vw)] overflow-auto p-4"
    >
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {[...EVERYWHERE, ...tabs, ...keys].map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="num">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <h3 className="mt-4 mb-1 border-t border-line pt-3 font-semibold">Marks</h3>
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1">
        {LEGEND.map(([kind, what, isOutdated]) => (
          <div key={what} className="contents">
            <dt>
              <Mark kind={kind} isOutdated={isOutdated} />
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2 border-t border-line pt-3">
        <input type="checkbox" checked={areOn} onChange={(event) => setSingleKeys(event.target.checked)} />
        Keys that are one letter or sign
      </label>
      <div className="mt-4 flex items-center gap-4">
        <Dialog.Close className="control">Close</Dialog.Close>
        <Link href="/-/docs" className="underline underline-offset-2">
          Documentation
        </Link>
      </div>
    </Overlay>
  )
}
