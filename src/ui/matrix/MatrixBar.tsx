import type { ComponentProps } from 'react'
import { ToggleGroup } from 'radix-ui'
import type { MarkKind } from '@/contract'
import type { Dimension } from '@/core/matrix'
import { GroundChoice, type Placement } from '../board'
import { counted } from '@/core/words'
import { Link } from '../frame'
import { failingWords, type MarkCounts, type Standing } from '../live'
import { Mark, MARK_KINDS, MARK_NAMES } from '../marks'
import { AxisRail } from './AxisRail'
import { ZOOMS } from './zooms'

export interface Covered {
  /** How many cases the sheet's cover chooses. */
  count: number
  /** The others are on the board too. */
  isAll: boolean
  onAll(isAll: boolean): void
}

export interface MatrixBarProps {
  covered: Covered | undefined
  dimensions: readonly Dimension[]
  placement: Placement
  /** Each case has a document of its own. */
  isIsolated: boolean
  onPlace(placement: Placement): void
  shown: ReadonlySet<MarkKind>
  onShown(shown: ReadonlySet<MarkKind>): void
  zoom: number
  ground: ComponentProps<typeof GroundChoice>
  onZoom(zoom: number): void
  /** How the component stands; undefined where nothing was run. */
  standing: Standing | undefined
  /** Where its scenarios stand. */
  behaviour: string
}

/** How the axes lie, which cases and marks are shown, and how large. */
export function MatrixBar({
  covered,
  dimensions,
  placement,
  isIsolated,
  onPlace,
  standing,
  behaviour,
  ground,
  ...looks
}: MatrixBarProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-sheet px-3 py-1.5">
      {covered && <CoverChoice {...covered} />}
      {(!covered || covered.isAll) && <AxisRail {...{ dimensions, placement, isIsolated, onPlace }} />}
      <div className="ml-auto flex flex-wrap items-center gap-4">
        {standing && failingWords(standing) !== '' && (
          <Link href={behaviour} className="font-semibold text-miss underline underline-offset-2">
            {failingWords(standing)}
          </Link>
        )}
        <GroundChoice {...ground} />
        <MarkFilter {...looks} counts={standing?.cases} />
        <ZoomChoice {...looks} />
      </div>
    </div>
  )
}

const CoverChoice = ({ count, isAll, onAll }: Covered) => (
  <ToggleGroup.Root
    type="single"
    value={isAll ? 'all' : 'chosen'}
    onValueChange={(value) => value && onAll(value === 'all')}
    aria-label="Cases shown"
    className="flex -space-x-px"
  >
    <ToggleGroup.Item value="chosen" className="control" title="The cases that the sheet’s cover chooses, as a list">
      {counted(count, 'chosen case')}
    </ToggleGroup.Item>
    <ToggleGroup.Item value="all" className="control" title="All that exist, in rows and columns">
      All
    </ToggleGroup.Item>
  </ToggleGroup.Root>
)

const MarkFilter = ({
  shown,
  onShown,
  counts,
}: Pick<MatrixBarProps, 'shown' | 'onShown'> & { counts: MarkCounts | undefined }) => (
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
        {counts && <span className="num">{counts[kind]}</span>}
        <span className="sr-only"> {MARK_NAMES[kind]}</span>
      </ToggleGroup.Item>
    ))}
  </ToggleGroup.Root>
)

const ZoomChoice = ({ zoom, onZoom }: Pick<MatrixBarProps, 'zoom' | 'onZoom'>) => (
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
)
