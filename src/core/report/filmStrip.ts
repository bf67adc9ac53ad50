import { z } from 'zod'

export const filmStripSchema = z.object({
  /** At the end of each step, by its number from 0, with an address that needs nothing else. */
  frames: z.array(z.object({ step: z.number(), picture: z.string() })),
  /** What of the pictures the component took up, in px. */
  extent: z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() }),
})

/** A scenario, step by step. */
export type FilmStrip = z.output<typeof filmStripSchema>
