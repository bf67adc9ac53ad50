import * as z from 'zod'
import type { Settings } from '@/core/plan'

/** A component as the stage takes it: texts only, no files. */
export const stageComponentSchema = z.object({
  slug: z.string(),
  template: z.object({ name: z.string(), text: z.string(), partials: z.record(z.string(), z.string()) }),
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
  script: z.object({ url: z.string(), text: z.string() }).optional(),
  parts: z.record(
    z.string(),
    z.object({
      name: z.string(),
      select: z.string().optional(),
      pseudo: z.string().optional(),
      inPage: z.boolean().optional(),
    }),
  ),
  padding: z.number(),
  place: z.object({ x: z.string(), y: z.string() }),
  isolated: z.boolean(),
})

const changeSchema = z.object({
  on: z.string(),
  attr: z.record(z.string(), z.union([z.string(), z.number(), z.boolean(), z.null()])).optional(),
  property: z.record(z.string(), z.unknown()).optional(),
  class: z.array(z.string()).optional(),
})

export const stageCaseSchema = z.object({
  key: z.string(),
  props: z.record(z.string(), z.unknown()),
  slots: z.record(z.string(), z.unknown()),
  changes: z.array(changeSchema),
  forced: z.array(z.object({ on: z.string(), pseudo: z.array(z.string()) })),
})

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
  settings: { props, slots, changes, forced },
}: {
  key: string
  settings: Settings
}): StageCase => ({
  key,
  props,
  slots,
  changes,
  forced,
})

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
