import { z } from 'zod'
import type { FoundEntry } from '@/core/find'
import type { Lint } from '@/core/lint'
import type { FailedCases, Finding, ScenarioReport } from '@/core/report'
import { defineRoute, done, made } from './defineRoute'
import { LIBRARY } from './paths'

/** How a case stands. */
export const markSchema = z.enum(['holds', 'misses', 'unread', 'open'])
export type MarkKind = z.output<typeof markSchema>

/** What every view's title block shows of a library; `fault`: why a component cannot be read. */
export interface LibraryFacts {
  id: string
  name: string
  /** Changes whenever any of its files does. */
  fingerprint: string
  /** The folder on disk that it is linked to. */
  folder?: string
  /** It is verified whenever the folder changes. */
  isWatched?: boolean
  /** The PostCSS configuration that the folder's styles are built by, and what the user has said of running it. */
  styleBuild?: { config: string; trust?: 'yes' | 'no' }
  components: { slug: string; name: string; revision: number; status: string; fault?: string }[]
  /** Components that it had. */
  removed: { slug: string; name: string }[]
}

/** How one component stands after the last run that took it. */
export const componentStateSchema = z.object({
  slug: z.string(),
  runId: z.string(),
  startedAt: z.string(),
  milliseconds: z.number(),
  browser: z.string(),
  /** When its cases were read, where an earlier run did that, and nothing had changed since. */
  readAt: z.string().optional(),
  /** What it depends on has changed since. */
  isOutdated: z.boolean(),
  lints: z.array(made<Lint>()),
  notes: z.array(z.string()),
  findings: z.array(made<Finding>()),
  /** Cases that could not be read at all. */
  failed: z.array(made<FailedCases>()).optional(),
  scenarios: z.array(made<ScenarioReport>()),
  marks: z.array(z.tuple([z.string(), markSchema, z.number()])),
  /** Cases that have turned since the run before: how many are worse, and how many better. */
  turned: z.object({ worse: z.number(), better: z.number() }).optional(),
  /** The picture of its first case, in CSS pixels, where pictures were taken. */
  face: z.object({ picture: z.string(), width: z.number(), height: z.number() }).optional(),
})
export type ComponentState = z.output<typeof componentStateSchema>

const libraryStatesSchema = z.object({
  /** The run that is going on. */
  going: z.string().nullable(),
  components: z.array(componentStateSchema),
  /** It is known which results are out of date; until then, each that may be is. */
  isSettled: z.boolean(),
  /** Pictures of the last runs, and those of them that are to be decided; null where none were taken. */
  pictures: z.object({ taken: z.number(), open: z.number() }).nullable(),
  /** The last run, where it ended before it was through and can be taken up again; how many components it is through with. */
  unfinished: z.object({ run: z.string(), state: z.enum(['interrupted', 'stopped']), whole: z.number() }).nullable(),
})
export type LibraryStates = z.output<typeof libraryStatesSchema>

/** How a run stands, or ended. */
export const runStateSchema = z.enum(['running', 'done', 'stopped', 'failed', 'interrupted'])

/** What a run tells while it goes on. */
export const runEventSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('progress'),
    done: z.number(),
    total: z.number(),
    slug: z.string(),
    /** Left out as long as too little is known. */
    msLeft: z.number().optional(),
    /** What it waits for, where it waits. */
    note: z.string().optional(),
  }),
  z.object({ type: z.literal('component'), slug: z.string() }),
  z.object({
    type: z.literal('end'),
    state: runStateSchema,
    problem: z.string(),
  }),
])
export type RunEvent = z.output<typeof runEventSchema>

/** Told to every view of a library when something has changed in it. */
export const libraryEventSchema = z.object({
  fingerprint: z.string(),
  /** The components that changed, with their new heads. */
  components: z.array(z.object({ slug: z.string(), head: z.number() })),
  /** Why the linked folder cannot be read as it stands. */
  problem: z.string().optional(),
  /** Nothing has changed but this: a run of it has begun, or has ended. */
  run: z.object({ id: z.string(), isGoing: z.boolean() }).optional(),
})
export type LibraryEvent = z.output<typeof libraryEventSchema>

export const states = defineRoute({ method: 'GET', path: `${LIBRARY}/states`, answer: libraryStatesSchema })

const gitFactsSchema = z.object({
  commit: z.string(),
  branch: z.string().optional(),
  /** Nothing in the folder differs from that commit. */
  isClean: z.boolean(),
  components: z.array(
    z.object({
      slug: z.string(),
      /** The commit that last changed any of its files; left out where none has. */
      last: z.object({ commit: z.string(), at: z.string(), subject: z.string() }).optional(),
      /** Those of its files that differ from what is committed. */
      changed: z.array(z.string()),
    }),
  ),
})
/** What the repository says of a linked folder, component by component. */
export type GitFacts = z.output<typeof gitFactsSchema>

export const git = defineRoute({
  method: 'GET',
  path: `${LIBRARY}/git`,
  /** Null where there is no repository. */
  answer: z.object({ git: gitFactsSchema.nullable() }),
})

/** Starts a run of the library, or of the components named. */
export const startRun = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/runs`,
  given: z.object({
    components: z.array(z.string()).min(1).optional(),
    /** Reads again what earlier runs have read, too. */
    fresh: z.boolean().optional(),
  }),
  answer: z.object({ run: z.string() }),
})

/** Stops a run. What it has found stays. */
export const stopRun = defineRoute({
  method: 'DELETE',
  path: '/api/runs/{run}',
  answer: z.object({ stopped: z.string() }),
})

/** Goes on with a run that ended before it was through, where it was. */
export const resumeRun = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/runs/{run}`,
  answer: z.object({ run: z.string() }),
})

/** All that can be found in a library and in the documentation. */
export const search = defineRoute({
  method: 'GET',
  path: `${LIBRARY}/search`,
  answer: z.array(made<FoundEntry>()),
})

/** The text of one of a library's files. */
export const file = defineRoute({
  method: 'GET',
  path: `${LIBRARY}/files`,
  query: z.object({ path: z.string() }),
  answer: z.object({ text: z.string() }),
})

const libraryName = z.object({ name: z.string().trim().min(1).max(200) })
const madeLibrary = z.object({ id: z.string() })

/** Makes a library: an empty one, or one that begins as a copy of the demo library. */
export const newLibrary = defineRoute({
  method: 'POST',
  path: '/api/new-library',
  given: libraryName.extend({ from: z.enum(['nothing', 'demo']).default('nothing') }),
  answer: madeLibrary,
})

/** Makes a copy of a library, which lives in the store. */
export const duplicateLibrary = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/duplicate`,
  given: libraryName,
  answer: madeLibrary,
})

/** Gives a library another name. Its address stays. */
export const renameLibrary = defineRoute({ method: 'PUT', path: LIBRARY, given: libraryName, answer: done })

/** Removes a library from all lists. Nothing of it is deleted. */
export const removeLibrary = defineRoute({ method: 'DELETE', path: LIBRARY, answer: done })

/** Brings a library back that was removed. */
export const bringBackLibrary = defineRoute({ method: 'POST', path: `${LIBRARY}/bring-back`, answer: done })

/** Links a library to a folder on this machine, or lets it live in the store alone. */
export const link = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/link`,
  given: z.object({ folder: z.string().min(1).max(4000).nullable() }),
  answer: done,
})

/** Verifies a linked library whenever its folder changes, or no more. */
export const watch = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/watch`,
  given: z.object({ isWatched: z.boolean() }),
  answer: done,
})

/** Remembers whether the PostCSS configuration of a linked folder may run. */
export const trust = defineRoute({
  method: 'POST',
  path: `${LIBRARY}/trust`,
  given: z.object({ trust: z.enum(['yes', 'no']) }),
  answer: done,
})
