import { z } from 'zod'
import type { FieldChange, LineChange } from '@/core/edit'
import type { ComponentReport, ReportChange, RunCounts } from '@/core/report'
import { defineRoute, done, made } from './defineRoute'
import { markSchema, runStateSchema } from './library'
import { LIBRARY } from './paths'

const RUNS = `${LIBRARY}/runs` as const
const RUN = `${RUNS}/{run}` as const

const listedRunSchema = z.object({
  id: z.string(),
  state: runStateSchema,
  /** ISO 8601. */
  startedAt: z.string(),
  milliseconds: z.number(),
  browser: z.string(),
  /** Why it failed. */
  problem: z.string(),
  /** What the repository said of the library's folder as it began. */
  git: z.object({ commit: z.string(), branch: z.string().optional(), isClean: z.boolean() }).optional(),
  isKept: z.boolean(),
  /** The components that it was asked for; left out for all. */
  asked: z.array(z.string()).optional(),
  /** Slugs of those that it took. */
  components: z.array(z.string()),
  /** What they came to; left out of runs that an older Brelt has made. */
  counts: made<RunCounts>().optional(),
  /** By worker, how many pieces of work it did of which component; left out where no workers did it. */
  workers: z.array(z.object({ name: z.string(), did: z.array(z.tuple([z.string(), z.number()])) })).optional(),
  /** It ended before it was through, and can be taken up again. */
  canResume: z.boolean(),
})
export type ListedRun = z.output<typeof listedRunSchema>

const flakySchema = z.object({
  slug: z.string(),
  name: z.string(),
  kind: z.enum(['case', 'scenario', 'picture']),
  /** A case's key, or a scenario's name. */
  what: z.string(),
  /** What it came to in each of these runs, though nothing had changed; the first first. */
  came: z.array(z.object({ run: z.string(), startedAt: z.string(), as: z.string() })).min(2),
})
export type Flaky = z.output<typeof flakySchema>

const runListSchema = z.object({
  /** The last first. */
  runs: z.array(listedRunSchema),
  flaky: z.array(flakySchema),
  /** How many runs are kept, besides those that somebody keeps; 0 for all. */
  limit: z.number(),
})
export type RunList = z.output<typeof runListSchema>

const turnedSchema = z.object({
  slug: z.string(),
  /** Left out where there was no such case. */
  from: markSchema.optional(),
  to: markSchema.optional(),
  keys: z.array(z.string()),
})

const fileChangeSchema = z.object({
  path: z.string(),
  is: z.enum(['new', 'gone', 'other']),
  /** Left out where it is no text, or too large. */
  lines: z.array(made<LineChange>()).optional(),
})
export type FileChange = z.output<typeof fileChangeSchema>

const runChangesSchema = z.object({
  /** The run that it is held against. */
  with: z.string(),
  /** Files of the library, sheets left out; left out where an older Brelt has made one of the runs. */
  files: z.array(fileChangeSchema).optional(),
  sheets: z.array(z.object({ slug: z.string(), changes: z.array(made<FieldChange>()) })),
  /** Components of which pictures were approved in between. */
  approved: z.array(z.string()),
  turned: z.array(turnedSchema),
  said: z.array(made<ReportChange>()),
})
export type RunChanges = z.output<typeof runChangesSchema>

const runDetailSchema = z.object({
  components: z.array(made<ComponentReport>()),
  changes: runChangesSchema.optional(),
})
export type RunDetail = z.output<typeof runDetailSchema>

/** All runs of a library. */
export const runList = defineRoute({
  method: 'GET',
  path: RUNS,
  query: z.object({ component: z.string().optional() }),
  answer: runListSchema,
})

/** What a run has found, and what is otherwise than in another. */
export const runDetail = defineRoute({
  method: 'GET',
  path: RUN,
  query: z.object({ with: z.string().optional(), component: z.string().optional() }),
  answer: runDetailSchema,
})

/** Keeps a run for good, or no more. */
export const keepRun = defineRoute({
  method: 'PUT',
  path: RUN,
  given: z.object({ isKept: z.boolean() }),
  answer: done,
})

/** Deletes a run with all that it found. */
export const deleteRun = defineRoute({ method: 'DELETE', path: RUN, answer: done })

/** Says how many runs are kept; those that are more are deleted at once. */
export const limitRuns = defineRoute({
  method: 'PUT',
  path: RUNS,
  given: z.object({ limit: z.number().int().min(0).max(100_000) }),
  answer: z.object({ deleted: z.number() }),
})
