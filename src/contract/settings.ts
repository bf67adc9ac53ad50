import { z } from 'zod'
import { defineRoute, done } from './defineRoute'
import { LIBRARY } from './paths'

const SETTINGS = `${LIBRARY}/settings` as const

const fields = z.object({
  name: z.string().trim().min(1).max(200),
  about: z.string().max(1000),
  contexts: z.record(z.string(), z.array(z.string().min(1)).min(1)),
  styles: z.array(z.string()),
  viewport: z.object({ width: z.number(), height: z.number(), scale: z.number() }),
  tolerance: z.object({ length: z.number(), colour: z.number(), number: z.number() }),
})

const settingsSchema = z.object({
  ...fields.shape,
  /** Style sheets of the library that every component may have around it. */
  styleFiles: z.array(z.string()),
  /** How many sheets name each context. */
  contextUses: z.record(z.string(), z.number()),
  /** What undo and redo would do. */
  undo: z.string().optional(),
  redo: z.string().optional(),
})
export type LibrarySettings = z.output<typeof settingsSchema>

/** What `library.yaml` says, but for its tokens. */
export const settings = defineRoute({ method: 'GET', path: SETTINGS, answer: settingsSchema })

/** Changes what `library.yaml` says, or takes the last change back. */
export const changeSettings = defineRoute({
  method: 'PUT',
  path: SETTINGS,
  given: z.discriminatedUnion('do', [
    z.object({ do: z.literal('set'), to: fields.partial() }),
    z.object({ do: z.enum(['undo', 'redo']) }),
  ]),
  answer: done,
})
