import { z } from 'zod'

/** What a run tells while it goes on. */
export const runEventSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('progress'), done: z.number(), total: z.number(), slug: z.string(), msLeft: z.number() }),
  z.object({ type: z.literal('component'), slug: z.string() }),
  z.object({ type: z.literal('end'), state: z.enum(['running', 'done', 'stopped', 'failed']), problem: z.string() }),
])

export type RunEvent = z.output<typeof runEventSchema>

/** Told to every view of a library when something has changed in it. */
export const libraryEventSchema = z.object({
  fingerprint: z.string(),
  /** The components that changed, with their new heads. */
  components: z.array(z.object({ slug: z.string(), head: z.number() })),
  /** Why the linked folder cannot be read as it stands. */
  problem: z.string().optional(),
})

export type LibraryEvent = z.output<typeof libraryEventSchema>
