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

/** What follows from the kind of a piece: how it tells of events, and the code that it brings. */
const KINDS: {
  [Kind in StagePiece['kind']]: {
    tells: 'calls' | 'events'
    code(piece: Extract<StagePiece, { kind: Kind }>): { text: string } | undefined
  }
} = {
  markup: { tells: 'events', code: ({ script }) => script },
  react: { tells: 'calls', code: ({ module }) => module },
  element: { tells: 'events', code: ({ module }) => module },
}

const codeOf = <Kind extends StagePiece['kind']>(piece: Extract<StagePiece, { kind: Kind }>) =>
  KINDS[piece.kind as Kind].code(piece)

/** The events of a component that come through the document; those that it calls are told where it is called. */
export const documentEvents = (
  { pieces, slug }: Pick<StageComponent, 'pieces' | 'slug'>,
  events: readonly string[],
): readonly string[] => (pieces[slug] && KINDS[pieces[slug].kind].tells === 'calls' ? [] : events)

/** Whether a component brings code that runs in the page: such code may hang. */
export const hasCode = ({ pieces }: Pick<StageComponent, 'pieces'>): boolean =>
  Object.values(pieces).some((piece) => codeOf(piece) !== undefined)

/** The texts of all code that a component brings. */
export function codeTexts({ pieces, bundle }: Pick<StageComponent, 'pieces' | 'bundle'>): string[] {
  const own = Object.values(pieces).map((piece) => codeOf(piece)?.text ?? '')
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
  part?: string | undefined
  needs: 'nothing' | 'inheritance' | 'layout'
  caseIndex?: number | undefined
}

/** Readings of a chunk, interned: one number a request, by case. Not below 0: `texts[n]`; below: `reasons[-1 - n]`. */
export interface StageReadings {
  texts: string[]
  reasons: string[]
  cases: number[][]
  /** Cases and requests whose element has no such property of the browser's: its own world may know one. */
  unknown: [caseIndex: number, request: number][]
}

/** Where a pseudo-element stands, by the reference number of its element and its name. */
export type PseudoBoxes = Record<string, { left: number; top: number; width: number; height: number }>

/** All that is looked for in the texts of a component where its cases are read: whoever is sent no texts is told of these. */
export const SOUGHT_IN_TEXTS = [':focus-within'] as const
