'use client'

import { Popover } from 'radix-ui'
import type { Picked } from '@/stage'

/** The element itself, or what it shows before or after its content. */
export function PseudoChoice({
  picked,
  onTake,
  onClose,
}: {
  picked: Picked
  onTake(pseudo?: string): void
  onClose(): void
}) {
  return (
    <Popover.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Popover.Anchor
        className="absolute"
        style={{ left: picked.rect.left, top: picked.rect.top + picked.rect.height }}
      />
      <Popover.Portal>
        <Popover.Content className="floating flex flex-col py-1" align="start">
          <button type="button" className="floating-item hover:bg-pick" onClick={() => onTake()}>
            the element itself
          </button>
          {picked.pseudos.map((pseudo) => (
            <button
              key={pseudo}
              type="button"
              className="floating-item num hover:bg-pick"
              onClick={() => onTake(pseudo)}
            >
              its {pseudo}
            </button>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
