import type * as z from 'zod'
import type { Filling, Settings } from '@/core/plan'
import type { stageCaseSchema, stageComponentSchema, stageContextSchema, stagePieceSchema } from './protocolSchemas'

export type StageFilling = Filling
export type StageNested = Extract<Filling, { kind: 'component' }>
export type StagePiece = z.output<typeof stagePieceSchema>

export type StageComponent = z.output<typeof stageComponentSchema>
export type StageCase = z.output<typeof stageCaseSchema>
/** A case as the stage takes it, from how it is brought about. */
export const stageCaseOf = ({
  key,
  settings: { props, slots, changes, forced, problem },
}: {
  key: string
  settings: Settings
}): StageCase => ({
  key,
  props,
  slots,
  changes,
  forced,
  ...(problem !== undefined && { problem }),
})

/** Whether a component brings code that runs in the page: such code may hang. */
export const hasCode = ({ pieces }: Pick<StageComponent, 'pieces'>): boolean =>
  Object.values(pieces).some((piece) => piece.kind !== 'markup' || piece.script !== undefined)

/** The texts of all code that a component brings. */
export function codeTexts({ pieces, bundle }: Pick<StageComponent, 'pieces' | 'bundle'>): string[] {
  const own = Object.values(pieces).map((piece) => (piece.kind === 'markup' ? piece.script : piece.module)?.text ?? '')
  return [...own, bundle?.text ?? '']
}

export type StageContext = z.output<typeof stageContextSchema>

/** A reading that the stage is asked for. */
export interface StageRequest {
  part: string
  index: number | 'all'
  name: string
  argument?: string
  origin: string
}

/** A probe with the case in which it is computed; undefined where any place will do. */
export interface StageProbe {
  property: string
  text: string
  part?: string
  needs: 'nothing' | 'inheritance' | 'layout'
  caseIndex?: number
}

/** Readings of a chunk, interned: one number a request, by case. Not below 0: `texts[n]`; below: `reasons[-1 - n]`. */
export interface StageReadings {
  texts: string[]
  reasons: string[]
  cases: number[][]
}

/** Where a pseudo-element stands, by the reference number of its element and its name. */
export type PseudoBoxes = Record<string, { left: number; top: number; width: number; height: number }>
