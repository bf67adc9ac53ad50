import * as z from 'zod'
import type { Filling, Settings } from '@/core/plan'

const codeSchema = z.object({ url: z.string(), text: z.string() })
const partsSchema = z.record(
  z.string(),
  z.object({
    name: z.string(),
    select: z.string().optional(),
    pseudo: z.string().optional(),
    inPage: z.boolean().optional(),
  }),
)
const common = { parts: partsSchema }

/** How one component is rendered: texts only, no files. */
export const stagePieceSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('markup'),
    template: z.object({ name: z.string(), text: z.string(), partials: z.record(z.string(), z.string()) }),
    script: codeSchema.optional(),
    ...common,
  }),
  z.object({ kind: z.literal('react'), module: codeSchema, export: z.string(), ...common }),
  z.object({ kind: z.literal('element'), module: codeSchema, tag: z.string(), ...common }),
])

/** A component as the stage takes it, with those that its slots may hold. */
export const stageComponentSchema = z.object({
  slug: z.string(),
  /** By slug: the component's own piece and those of nested components. */
  pieces: z.record(z.string(), stagePieceSchema),
  /** The React that all of them share, where one is of React. */
  react: codeSchema.optional(),
  sheets: z.array(
    z.object({
      /** Path of the file; readings name it as the origin of a declaration. */
      url: z.string(),
      /** The whole sheet, for a document of its own. */
      text: z.string(),
      /** The same, lines kept, for a shadow root: the root's selectors name the case's frame. */
      scoped: z.string(),
      /** What of it belongs to the document when cases are shadow roots: root rules, fonts, registered properties. */
      page: z.string(),
    }),
  ),
  parts: partsSchema,
  padding: z.number(),
  place: z.object({ x: z.string(), y: z.string() }),
  isolated: z.boolean(),
})

const changeSchema = z.object({
  on: z.string(),
  attr: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])).optional(),
  property: z.record(z.string(), z.json()).optional(),
  class: z.array(z.string()).optional(),
})

const forcedSchema = z.object({ on: z.string(), pseudo: z.array(z.string()) })

const reachedFields = {
  props: z.record(z.string(), z.unknown()),
  get slots() {
    return z.record(z.string(), stageFillingSchema)
  },
  changes: z.array(changeSchema).readonly(),
  forced: z.array(forcedSchema).readonly(),
}

/** What stands in a slot. */
export const stageFillingSchema: z.ZodType<StageFilling> = z.lazy(() =>
  z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('none') }),
    z.object({ kind: z.literal('text'), text: z.string() }),
    z.object({ kind: z.literal('component'), slug: z.string(), ...reachedFields }),
  ]),
) as z.ZodType<StageFilling>

export const stageCaseSchema = z.object({
  key: z.string(),
  ...reachedFields,
  /** Why it cannot be brought about at all. */
  problem: z.string().optional(),
})

export type StageFilling = Filling
export type StageNested = Extract<Filling, { kind: 'component' }>
export type StagePiece = z.output<typeof stagePieceSchema>

/** What surrounds cases: data attributes, direction, text zoom and token declarations. */
export const stageContextSchema = z.object({
  values: z.record(z.string(), z.string()),
  properties: z.array(z.tuple([z.string(), z.string()])),
})

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
