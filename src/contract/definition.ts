import { z } from 'zod'
import { kebabName } from '@/core/names'
import type { FieldChange, TextConflict } from '@/core/edit'
import type { Lint } from '@/core/lint'
import type { Problem } from '@/core/problem'
import { boardModelSchema } from './board'
import { defineRoute, done, made } from './defineRoute'
import { COMPONENT } from './paths'

const MAX_CHARACTERS = 2_000_000
const tab = z.string().max(64)
const text = z.string().max(MAX_CHARACTERS)
const texts = z.record(z.string(), text.nullable())

/** How a component looks with the texts as they stand, saved or not. */
export const previewSchema = z.object({
  /** What the board needs; missing while something cannot be read. */
  model: boardModelSchema.optional(),
  problems: z.array(made<Problem>()),
  lints: z.array(made<Lint>()),
})
export type Preview = z.output<typeof previewSchema>

const revisionSchema = z.object({
  id: z.number(),
  number: z.number(),
  kind: z.string(),
  note: z.string(),
  author: z.string(),
  /** ISO 8601. */
  at: z.string(),
  isRemoved: z.boolean(),
})
export type RevisionFacts = z.output<typeof revisionSchema>

/** All that the views open with in which a component is changed. */
export const definitionSchema = z.object({
  /** The revision that the texts are those of. */
  base: z.number(),
  /** Path of the sheet. */
  file: z.string(),
  /** The component's text files by path. */
  texts: z.record(z.string(), z.string()),
  /** Texts that were typed and not saved, the last first. */
  drafts: z.array(z.object({ path: z.string(), tab: z.string(), base: z.number(), text: z.string(), at: z.string() })),
  revisions: z.array(revisionSchema),
  /** The revisions that undo and redo would bring back. */
  undo: z.number().optional(),
  redo: z.number().optional(),
  preview: previewSchema,
  /** The last revision whose sheet can be read, where that of the head cannot. */
  lastGood: z.number().optional(),
  /** Slugs of all components: what slots may accept. */
  components: z.array(z.string()),
  contexts: z.record(z.string(), z.array(z.string())),
  folder: z.string().optional(),
})
export type Definition = z.output<typeof definitionSchema>

export const saveAnswerSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('saved'),
    revision: z.number(),
    note: z.string(),
    merged: z.boolean(),
    texts: z.record(z.string(), z.string().nullable()),
  }),
  z.object({ kind: z.literal('conflict'), head: z.number(), conflicts: z.array(made<TextConflict>()) }),
  z.object({ kind: z.literal('refused'), problems: z.array(made<Problem>()) }),
  /** All of it was there already, in `revision`. */
  z.object({
    kind: z.literal('unchanged'),
    revision: z.number(),
    texts: z.record(z.string(), z.string().nullable()),
  }),
])
export type SaveAnswer = z.output<typeof saveAnswerSchema>

export const define = defineRoute({ method: 'GET', path: `${COMPONENT}/define`, answer: definitionSchema })

export const preview = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/preview`,
  given: z.object({
    texts,
    /** Files whose texts are kept as drafts of this tab. */
    drafts: z.array(z.string()).default([]),
    tab,
    /** Drafts that are none any more: their texts were taken back, or another tab goes on with them. */
    drop: z.array(z.object({ path: z.string(), tab: z.string() })).default([]),
    base: z.number(),
  }),
  answer: previewSchema,
})

export const save = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/save`,
  given: z.object({
    /** Left out for a new component. */
    base: z.number().optional(),
    texts,
    note: z.string().max(300).optional(),
    prefer: z.enum(['ours', 'theirs']).optional(),
    tab: tab.optional(),
  }),
  answer: saveAnswerSchema,
})

export const stepHistory = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/history`,
  given: z.discriminatedUnion('kind', [
    z.object({ kind: z.enum(['undo', 'redo']) }),
    z.object({ kind: z.literal('restore'), id: z.number() }),
  ]),
  answer: saveAnswerSchema,
})

/** Two revisions, field by field. */
export const compareRevisions = defineRoute({
  method: 'GET',
  path: `${COMPONENT}/history`,
  query: z.object({ from: z.coerce.number(), to: z.coerce.number() }),
  answer: z.object({ changes: z.array(made<FieldChange>()) }),
})

/** A component as it was rendered in one of its revisions, in the library of now. */
export const revisionModel = defineRoute({
  method: 'GET',
  path: `${COMPONENT}/revisions`,
  query: z.object({ id: z.coerce.number() }),
  answer: previewSchema,
})

/** Takes a revision out of the history, or puts it back. */
export const removeRevision = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/revisions`,
  given: z.object({ id: z.number(), isRemoved: z.boolean() }),
  answer: done,
})

/** Makes a copy of a component under another name. */
export const duplicateComponent = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/duplicate`,
  given: z.object({
    to: kebabName.max(200),
  }),
  answer: z.object({ slug: z.string() }),
})

/** Gives a component another name in files and addresses; what names it follows. */
export const renameComponent = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/rename`,
  given: z.object({
    to: kebabName.max(200),
  }),
  answer: z.object({ slug: z.string() }),
})

/** Copies a component with its own files into another library, or moves it there. */
export const sendComponent = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/send`,
  given: z.object({
    /** The other library. */
    to: z.string(),
    isMoved: z.boolean(),
  }),
  answer: done,
})

/** Removes a component. Its revisions and its runs are kept. */
export const removeComponent = defineRoute({ method: 'DELETE', path: COMPONENT, answer: done })

/** Brings a component back that was removed. */
export const bringBackComponent = defineRoute({ method: 'POST', path: `${COMPONENT}/bring-back`, answer: done })
