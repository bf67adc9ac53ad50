import { z } from 'zod'
import { defineRoute, done } from './defineRoute'
import { LIBRARY } from './paths'

const REVIEW = `${LIBRARY}/review` as const

const point = z.object({ x: z.number(), y: z.number() })
const box = point.extend({ width: z.number(), height: z.number() })
const line = z.object({ file: z.string(), line: z.number(), declaration: z.string() })

const pictureSchema = z.object({
  slug: z.string(),
  key: z.string(),
  verdict: z.enum(['same', 'changed', 'moved', 'resized', 'new', 'other rig']),
  /** Its name, its top left corner as seen from the case's own, and its size, in device pixels. */
  picture: z.object({ name: z.string(), at: point, width: z.number(), height: z.number() }),
  approved: z.object({ name: z.string(), at: point }).optional(),
  by: point.optional(),
  /** What has changed, on the ground of both pictures. */
  boxes: z.array(box),
  share: z.number().optional(),
  largest: z.number().optional(),
  refused: z.object({ by: z.string(), on: z.string(), note: z.string() }).optional(),
})
export type ReviewPicture = z.output<typeof pictureSchema>

const groupSchema = z.object({
  id: z.string(),
  /** `unexplained`: nothing that was read explains why they have changed. */
  kind: z.enum(['changed', 'unexplained', 'new']),
  causes: z.array(z.object({ text: z.string(), before: line.optional(), after: line.optional() })),
  changes: z.array(z.object({ part: z.string(), reading: z.string(), from: z.string(), to: z.string() })),
  pictures: z.array(pictureSchema),
})
/** Pictures that are decided together. */
export type ReviewGroup = z.output<typeof groupSchema>

const reviewSchema = z.object({
  groups: z.array(groupSchema),
  /** Names of components. */
  names: z.record(z.string(), z.string()),
  /** Some sheet says of which cases pictures are taken. */
  asksForPictures: z.boolean(),
  taken: z.number(),
  same: z.number(),
  /** Pictures that are approved for another rig only. */
  elsewhere: z.number(),
  /** Components whose files have changed since their pictures were taken. */
  outdated: z.array(z.string()),
  rig: z.string(),
  undo: z.string().optional(),
  redo: z.string().optional(),
  /** What was decided, the first first. */
  history: z.array(
    z.object({ note: z.string(), by: z.string(), on: z.string(), kind: z.enum(['edit', 'undo', 'redo']) }),
  ),
})
/** What of a library's pictures is to be decided. */
export type Review = z.output<typeof reviewSchema>

export const review = defineRoute({ method: 'GET', path: REVIEW, answer: reviewSchema })

const pictures = z
  .array(
    z.object({ slug: z.string().max(200), key: z.string().max(4000), picture: z.string().regex(/^[0-9a-f]{64}$/) }),
  )
  .min(1)
  .max(20_000)
const note = z.string().max(2000)

/** Approves or refuses pictures, or steps through what was approved. */
export const decide = defineRoute({
  method: 'PUT',
  path: REVIEW,
  given: z.discriminatedUnion('do', [
    z.object({ do: z.literal('approve'), pictures, note }),
    z.object({ do: z.literal('refuse'), pictures, note }),
    z.object({ do: z.literal('unrefuse'), pictures }),
    z.object({ do: z.enum(['undo', 'redo']) }),
  ]),
  answer: done,
})
