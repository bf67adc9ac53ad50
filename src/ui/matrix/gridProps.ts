import type { ReactNode, RefObject } from 'react'
import type { BoardModel, MarkKind } from '@/contract'
import type { Case } from '@/core/matrix'
import type { BoardLayout } from '../board'
import type { Geometry } from './geometry'
import type { CellPlace, Pick as HowPicked } from './selection'

export interface CellState {
  mark: MarkKind
  misses: number
}

export interface GridProps {
  model: BoardModel
  layout: BoardLayout
  geometry: Geometry
  zoom: number
  axes: { down: readonly string[]; across: readonly string[] }
  stateOf(key: string): CellState
  isOutdated: boolean
  /** Marks that are shown; others are faded. */
  shown: ReadonlySet<MarkKind>
  failures: ReadonlyMap<string, string>
  selected?: string | undefined
  /** Cases that are selected besides. */
  chosen: ReadonlySet<string>
  onSelect(theCase: Case, place: CellPlace, how: HowPicked): void
  /** A pointer is drawn over cells, from the first to this one. */
  onDraw(from: CellPlace, to: CellPlace): void
  /** A head was pressed: all of its cases. */
  onHead(keys: readonly string[], adds: boolean): void
  /** Keys of all cases on the board with a value. */
  withValue(axis: string, value: string): string[]
  /** A case that the cover leaves out is to be drawn. */
  onLeftOut(key: string): void
  isIsolated: boolean
  /** The context of the document that holds all cases, unless they are isolated: its place in the model. */
  ownContext: number
  scroller: RefObject<HTMLDivElement | null>
  headHeight: number
  rowHeadWidth: number
  children: ReactNode
}

export type RowProps = Omit<GridProps, 'children'> & {
  index: number
  reveal(row: number): void
  /** Where the pointer went down that is being drawn over the cells. */
  drawnFrom: RefObject<CellPlace | undefined>
}
