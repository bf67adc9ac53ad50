import { ToggleGroup } from 'radix-ui'
import type { MarkKind } from '@/contract'
import type { Dimension } from '@/core/matrix'
import type { Placement } from '../board'
import { Mark, MARK_NAMES } from '../marks'
import { AxisRail } from './AxisRail'
import { ZOOMS } from './zooms'

export const MARK_KINDS: readonly MarkKind[] = ['holds', 'misses', 'unread', 'open']

/** How the axes lie, which marks are shown, and how large. */
export function MatrixBar({
  dimensions,
  placement,
  onPlace,
  shown,
  onShown,
  zoom,
  onZoom,
}: {
  dimensions: readonly Dimension[]
  placement: Placement
  onPlace(placement: Placement): void
  shown: ReadonlySet<MarkKind>
  onShown(shown: ReadonlySet<MarkKind>): void
  zoom: number
  onZoom(zoom: number): void
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-sheet px-3 py-1.5">
      <AxisRail dimensions={dimensions} placement={placement} onPlace={onPlace} />
      <div className="ml-auto flex items-center gap-4">
        <ToggleGroup.Root
          type="multiple"
          value={[...shown]}
          onValueChange={(values) => onShown(new Set(values as MarkKind[]))}
          aria-label="Marks shown"
          className="flex -space-x-px"
        >
          {MARK_KINDS.map((kind) => (
            <ToggleGroup.Item
              key={kind}
              value={kind}
              className="control group px-1.5 data-[state=on]:border-line-strong data-[state=on]:bg-sheet data-[state=on]:text-ink data-[state=off]:opacity-45"
              title={`Show cases marked ${MARK_NAMES[kind]}`}
            >
              <Mark kind={kind} />
              <span className="sr-only">{MARK_NAMES[kind]}</span>
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <ToggleGroup.Root
          type="single"
          value={String(zoom)}
          onValueChange={(value) => value && onZoom(Number(value))}
          aria-label="Zoom"
          className="flex -space-x-px"
        >
          {ZOOMS.map(([value, label]) => (
            <ToggleGroup.Item key={value} value={String(value)} className="control">
              {label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </div>
    </div>
  )
}
