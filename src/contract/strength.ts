import { z } from 'zod'
import { STRENGTH_WAYS, type Strength } from '@/core/breaks'
import { defineRoute, done, made } from './defineRoute'
import { COMPONENT, LIBRARY } from './paths'

const wayAsked = z.enum(STRENGTH_WAYS)

/** Breaks that go on now. `total` is 0 until the component has been read; until then it may wait for others. */
const going = z.object({ way: wayAsked, done: z.number(), total: z.number(), isWaiting: z.boolean() })

const acting = z.discriminatedUnion('do', [
  z.object({ do: z.literal('start'), way: wayAsked }),
  z.object({ do: z.literal('stop') }),
])

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
  going: going.optional(),
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
  given: acting,
  answer: done,
})

const libraryStrengthSchema = z.object({
  components: z.array(
    z.object({
      slug: z.string(),
      /** As in a component's own state, without what went unnoticed but for how much that was. */
      found: z
        .object({
          way: wayAsked,
          counted: z.number(),
          noticed: z.number(),
          unnoticed: z.number(),
          notes: z.array(z.string()),
          since: z.string(),
          isCurrent: z.boolean(),
        })
        .optional(),
      going: going.optional(),
      problem: z.string().optional(),
    }),
  ),
})
export type LibraryStrength = z.output<typeof libraryStrengthSchema>

/** What the specifications of all components of a library notice, in their order. */
export const libraryStrength = defineRoute({
  method: 'GET',
  path: `${LIBRARY}/strength`,
  answer: libraryStrengthSchema,
})

/** Begins to break all components of a library, or stops it. */
export const breakComponents = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/strength`,
  given: acting,
  answer: done,
})
