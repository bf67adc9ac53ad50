'use client'

import { DropdownMenu } from 'radix-ui'
import type { Dimension } from '@/core/matrix'
import { holdAt, isOfDocument, moveTo, type Lane, type Placement } from '../board'

const LANES: readonly { lane: Lane; label: string; what: string }[] = [
  { lane: 'down', label: 'Rows', what: 'To rows' },
  { lane: 'across', label: 'Columns', what: 'To columns' },
  { lane: 'pages', label: 'Pages', what: 'To pages' },
]

export interface AxisRailProps {
  dimensions: readonly Dimension[]
  placement: Placement
  /** Each case has a document of its own. */
  isIsolated: boolean
  onPlace(placement: Placement): void
}

/** Puts each axis and context on rows, columns or pages, or holds it at a value. */
export function AxisRail({ dimensions, placement, isIsolated, onPlace }: AxisRailProps) {
  const byName = new Map(dimensions.map((dimension) => [dimension.name, dimension]))
  const held = Object.entries(placement.held).filter(([name]) => byName.has(name))
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1" role="group" aria-label="Axes">
      {LANES.map(({ lane, label }) => (
        <RailLane key={lane} label={label}>
          {placement[lane].map((name) => (
            <AxisMenu
              key={name}
              dimension={byName.get(name)!}
              label={name}
              {...{ placement, isIsolated, onPlace, lane }}
            />
          ))}
        </RailLane>
      ))}
      {held.length > 0 && (
        <RailLane label="Held">
          {held.map(([name, value]) => (
            <AxisMenu
              key={name}
              dimension={byName.get(name)!}
              label={`${name}: ${value}`}
              {...{ placement, isIsolated, onPlace }}
            />
          ))}
        </RailLane>
      )}
    </div>
  )
}

function RailLane({ label, children }: { label: string; children: React.ReactNode[] }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <span className="text-quiet">{label}</span>
      {children.length > 0 ? children : <span className="text-quiet">—</span>}
    </span>
  )
}

interface AxisMenuProps extends Pick<AxisRailProps, 'placement' | 'onPlace' | 'isIsolated'> {
  dimension: Dimension
  label: string
  lane?: Lane
}

function AxisMenu({ dimension, label, lane, placement, isIsolated, onPlace }: AxisMenuProps) {
  const { name, values } = dimension
  const shown = lane ? undefined : placement.held[name]
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="control" data-axis={name}>
        {label}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="floating min-w-40 py-1"
          align="start"
          sideOffset={4}
          onCloseAutoFocus={(event) => focusAxis(event, name)}
        >
          {LANES.map((each) => (
            <DropdownMenu.Item
              key={each.lane}
              className="floating-item"
              disabled={each.lane === lane}
              onSelect={() => onPlace(moveTo(placement, name, each.lane))}
            >
              {each.what}
              {each.lane === lane && <span className="ml-auto text-quiet">here</span>}
            </DropdownMenu.Item>
          ))}
          {isOfDocument(dimension) && !isIsolated && (
            <p className="max-w-52 px-2.5 py-1 text-quiet">
              The live board stands in one value; side by side, the others are pictures.
            </p>
          )}
          <DropdownMenu.Separator className="my-1 border-t border-line" />
          <DropdownMenu.Label className="px-2.5 py-0.5 text-quiet">Hold at</DropdownMenu.Label>
          {values.map((value) => (
            <DropdownMenu.Item
              key={value}
              className="floating-item"
              onSelect={() => onPlace(holdAt(placement, name, value))}
            >
              {value}
              {value === shown && <span className="ml-auto text-quiet">here</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

/** The axis has moved to another lane, and its button with it: focus follows. */
function focusAxis(event: Event, name: string) {
  event.preventDefault()
  requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-axis="${name}"]`)?.focus())
}
