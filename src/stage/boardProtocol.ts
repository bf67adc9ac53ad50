import * as z from 'zod'
import { stageCaseSchema, stageComponentSchema, stageContextSchema } from './protocolSchemas'

/** One case on the board: where its cell stands, and which of the board's contexts surrounds it. */
const cellSchema = z.object({ stageCase: stageCaseSchema, context: z.number(), x: z.number(), y: z.number() })

const rectSchema = z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() })
const pairs = z.array(z.tuple([z.string(), z.string()]))
const inventorySchema = z.object({
  classes: pairs,
  styledByCode: z.array(z.string()),
  twinIds: pairs,
  lostLabels: pairs,
  sharedIds: z.array(z.string()),
  sharedGroups: z.array(z.string()),
  turned: pairs.optional(),
})

/** What the application tells a board's frame. */
export const toBoardSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('open'),
    component: stageComponentSchema,
    /** The first is the document's own; cells may be in another where only attributes and tokens differ. */
    contexts: z.array(stageContextSchema).min(1),
    /** Cases from which the size of a cell is taken. */
    sample: z.array(stageCaseSchema),
    width: z.number(),
    /** Width of the window that the cases are to stand in, in px: what media queries are answered by. */
    window: z.number(),
    /** What cases stand on in place of the page's own ground, as a CSS colour. */
    ground: z.string().optional(),
  }),
  z.object({
    type: z.literal('layout'),
    cells: z.array(cellSchema),
    cell: z.object({ width: z.number(), height: z.number() }),
    zoom: z.number(),
  }),
  /** What is in sight, in pixels of the frame; cells far from it are not mounted. */
  z.object({ type: z.literal('sight'), top: z.number(), bottom: z.number() }),
  /** What lies under a point of the frame; without a point, where the parts of the first case stand. */
  z.object({ type: z.literal('look'), at: z.tuple([z.number(), z.number()]).optional() }),
  /** What stands in these cases, for lints. */
  z.object({ type: z.literal('count'), cases: z.array(stageCaseSchema) }),
  z.object({ type: z.literal('ping') }),
])

/** What a board's frame tells the application. */
export const fromBoardSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('opened'),
    width: z.number(),
    height: z.number(),
    sideEffect: z.string().optional(),
    /** Only styles changed: what was shown still is, and shows them. */
    kept: z.boolean().optional(),
  }),
  z.object({
    type: z.literal('anatomy'),
    places: z.array(z.object({ part: z.string(), rects: z.array(rectSchema) })),
    /** What the case shows besides, and could be parts. */
    proposed: z.array(z.object({ select: z.string(), name: z.string(), pseudo: z.string().optional() })),
  }),
  z.object({
    type: z.literal('picked'),
    picked: z
      .object({
        part: z.string().optional(),
        select: z.string(),
        name: z.string(),
        pseudos: z.array(z.string()),
        rect: rectSchema,
      })
      .optional(),
  }),
  z.object({ type: z.literal('inventory'), inventory: inventorySchema }),
  z.object({
    type: z.literal('rendered'),
    mounted: z.number(),
    milliseconds: z.number(),
    failures: z.array(z.tuple([z.string(), z.string()])),
  }),
  /** An isolated case: where its first element stands in the frame, and on what. */
  z.object({
    type: z.literal('root'),
    left: z.number(),
    top: z.number(),
    width: z.number(),
    height: z.number(),
    /** The colour behind it. */
    ground: z.string().max(200),
  }),
  /** The component reaches out of its cases: each needs a document of its own. */
  z.object({ type: z.literal('sideEffect'), reason: z.string() }),
  z.object({ type: z.literal('broken'), reason: z.string() }),
  /** `replaced`: functions of the browser that readings are made with, and that the component has replaced. */
  z.object({ type: z.literal('pong'), replaced: z.array(z.string()) }),
])

export type ToBoard = z.output<typeof toBoardSchema>
export type FromBoard = z.output<typeof fromBoardSchema>
export type BoardCell = z.output<typeof cellSchema>
