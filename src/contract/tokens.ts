import { z } from 'zod'
import type { ExpectedChange } from '@/core/spec'
import { defineRoute, done, made } from './defineRoute'
import { LIBRARY } from './paths'

const TOKENS = `${LIBRARY}/tokens` as const

const place = z.array(z.union([z.string(), z.number()]))

const cellSchema = z.object({
  /** As written, for editing: an alias, a plain value, or JSON. */
  text: z.string(),
  value: z.unknown(),
  /** As CSS; missing where it cannot be resolved. */
  css: z.string().optional(),
  /** The token that it stands for. */
  alias: z.string().optional(),
  file: z.string(),
  line: z.number(),
  at: place,
})
export type TokenCell = z.output<typeof cellSchema>

const useSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('rule'),
    slug: z.string(),
    part: z.string(),
    reading: z.string(),
    line: z.number(),
    file: z.string(),
  }),
  z.object({ kind: z.literal('style'), file: z.string(), line: z.number(), property: z.string() }),
  z.object({ kind: z.literal('alias'), path: z.string() }),
])
export type TokenUse = z.output<typeof useSchema>

const rowSchema = z.object({
  path: z.string(),
  type: z.string(),
  description: z.string().optional(),
  deprecated: z.string().optional(),
  /** By column; null where the token does not exist there. */
  cells: z.array(cellSchema.nullable()),
  uses: z.array(useSchema),
})
export type TokenRow = z.output<typeof rowSchema>

const modelSchema = z.object({
  fingerprint: z.string(),
  /** One column each: what tokens may differ by, and the value. */
  columns: z.array(z.object({ name: z.string(), values: z.record(z.string(), z.string()) })),
  tokens: z.array(rowSchema),
  issues: z.array(
    z.object({ code: z.string(), message: z.string(), file: z.string(), line: z.number(), path: z.string() }),
  ),
  undo: z.string().optional(),
  redo: z.string().optional(),
})
/** A library's tokens, as the Tokens view shows them. */
export type TokensModel = z.output<typeof modelSchema>

/** A token's new value, as typed. */
const editSchema = z.object({
  path: z.string().max(500),
  file: z.string().max(500),
  at: place.max(64),
  // Whatever the file has there: JSON, and never left out.
  was: made<unknown>(),
  type: z.string().max(40),
  text: z.string().max(20_000),
})
export type TypedEdit = z.output<typeof editSchema>

const edits = z.array(editSchema).min(1).max(200)

const effectsSchema = z.object({
  /** Tokens that come to another value, that one and those that stand for it. */
  tokens: z.array(
    z.object({ path: z.string(), column: z.string(), before: z.string().optional(), after: z.string().optional() }),
  ),
  /** Expectations that come to something else, by component. */
  expected: z.array(
    z.object({ slug: z.string(), name: z.string(), file: z.string(), changes: z.array(made<ExpectedChange>()) }),
  ),
  /** Components that are rendered with one of these tokens, or are expected to be. */
  affected: z.array(z.string()),
})
/** What a change of tokens would do. */
export type TokenEffects = z.output<typeof effectsSchema>

const trialSchema = z.object({
  /** Cases that miss then; `isNew` where they hold now. */
  misses: z.array(
    z.object({
      slug: z.string(),
      key: z.string(),
      isNew: z.boolean(),
      checks: z.array(z.object({ part: z.string(), reading: z.string(), expected: z.string(), measured: z.string() })),
    }),
  ),
  cases: z.number(),
})
/** What was found when the change was tried out. */
export type TrialRun = z.output<typeof trialSchema>

export const tokens = defineRoute({ method: 'GET', path: TOKENS, answer: modelSchema })

const tokenPath = z.string().min(1).max(500)

/** Saves new values, adds, renames and deletes tokens and groups, or steps through the history of tokens. */
export const changeTokens = defineRoute({
  method: 'PUT',
  path: TOKENS,
  given: z.discriminatedUnion('do', [
    z.object({ do: z.literal('save'), edits }),
    z.object({ do: z.literal('add'), path: tokenPath, type: z.string().max(40), text: z.string().max(20_000) }),
    z.object({ do: z.literal('rename'), from: tokenPath, to: tokenPath }),
    z.object({ do: z.literal('remove'), path: tokenPath }),
    z.object({ do: z.enum(['undo', 'redo']) }),
  ]),
  answer: done,
})

/** What a change would do, by its values alone. */
export const foresee = defineRoute({
  method: 'POST',
  path: `${TOKENS}/effects`,
  given: z.object({ edits }),
  answer: effectsSchema,
})

/** What a change would do, by rendering it. */
export const tryTokens = defineRoute({
  method: 'POST',
  path: `${TOKENS}/trial`,
  given: z.object({ edits }),
  answer: trialSchema,
})
