import { Checkbox, Popover } from 'radix-ui'

/** How many beds are free, and a small panel with more, which opens beside it at the end of the page. */
export function BedCount({ full = false, disabled = false }: { full?: boolean; disabled?: boolean }) {
  return (
    <div className="beds">
      <Checkbox.Root className="beds__box" aria-label="Only free ones" defaultChecked={full} disabled={disabled}>
        <Checkbox.Indicator className="beds__tick">x</Checkbox.Indicator>
      </Checkbox.Root>
      <Popover.Root>
        <Popover.Trigger className="beds__more" disabled={disabled}>
          Beds
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content className="beds__panel" sideOffset={6} aria-label="Beds">
            Twelve of twenty
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  )
}
