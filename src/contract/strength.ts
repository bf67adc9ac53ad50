import { z } from 'zod'
import { STRENGTH_WAYS, type Strength } from '@/core/breaks'
import { defineRoute, done, made } from './defineRoute'
import { COMPONENT } from './paths'

const wayAsked = z.enum(STRENGTH_WAYS)

const strengthStateSchema = z.object({
  /** What the last breaks came to; left out where the component was never broken. */
  found: z
    .object({
      strength: made<Strength>(),
      /** When it was found, ISO 8601. */
      since: z.string(),
      /** Nothing has changed since that it depends on. */
      isCurrent: z.boolean(),
    })
    .optional(),
  /** Breaks that go on now. `total` is 0 until the component has been read. */
  going: z.object({ way: wayAsked, done: z.number(), total: z.number() }).optional(),
  /** Why the last ones came to nothing. */
  problem: z.string().optional(),
})
export type StrengthState = z.output<typeof strengthStateSchema>

/** What a component's specification notices when the component breaks. */
export const strength = defineRoute({
  method: 'GET',
  path: `${COMPONENT}/strength`,
  answer: strengthStateSchema,
})

/** Begins to break a component on purpose, or stops it. */
export const breakComponent = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/strength`,
  given: z.discriminatedUnion('do', [
    z.object({ do: z.literal('start'), way: wayAsked }),
    z.object({ do: z.literal('stop') }),
  ]),
  answer: done,
})
