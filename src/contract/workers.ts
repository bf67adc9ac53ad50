import { z } from 'zod'
import { defineRoute } from './defineRoute'

const workerSchema = z.object({
  id: z.string(),
  /** Its machine and its process. */
  name: z.string(),
  /** `working`: it takes the work of this server. */
  stands: z.enum(['working', 'ending', 'other version', 'other rig']),
  version: z.string(),
  browser: z.string(),
  rig: z.string(),
  /** How much it does at a time. */
  concurrency: z.number(),
  /** ISO 8601. */
  since: z.string(),
  doing: z.array(z.object({ kind: z.string(), slug: z.string(), since: z.string() })),
  /** Pieces of work that it has done, and that it has given back. */
  done: z.number(),
  back: z.number(),
})
export type WorkerFacts = z.output<typeof workerSchema>

const workersStateSchema = z.object({
  /** Where they take their work from; left out where the server does all of it itself. */
  queue: z.string().optional(),
  workers: z.array(workerSchema),
  /** Why it is not known who is there. */
  problem: z.string().optional(),
})
export type WorkersState = z.output<typeof workersStateSchema>

/** Who does the work of runs. */
export const workersState = defineRoute({ method: 'GET', path: '/api/workers', answer: workersStateSchema })
