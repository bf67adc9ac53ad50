import type { Redis } from 'ioredis'
import type { RunEnvironment } from '@/runner'
import { workerKey, WORKERS } from './names'

/** What a worker does at this moment. */
export interface Doing {
  kind: string
  library: string
  slug: string
  /** ISO 8601. */
  since: string
}

/** A worker as it tells of itself. */
export interface WorkerState {
  id: string
  /** Its machine and its process, for people. */
  name: string
  /** Those who read alike, by `kindOf`. */
  kind: string
  environment: RunEnvironment
  version: string
  /** How much it does at a time. */
  concurrency: number
  /** ISO 8601. */
  since: string
  doing: Doing[]
  /** Pieces of work that it has done, and that it has given back. */
  done: number
  back: number
  /** It ends, and takes nothing more. */
  isEnding: boolean
}

// One that has not been heard of for so long has gone.
const TOLD_FOR_S = 10
export const TELL_EVERY_MS = 2000

export async function tellOfWorker(redis: Redis, state: WorkerState): Promise<void> {
  await redis.multi().sadd(WORKERS, state.id).set(workerKey(state.id), JSON.stringify(state), 'EX', TOLD_FOR_S).exec()
}

export async function forgetWorker(redis: Redis, id: string): Promise<void> {
  await redis.multi().srem(WORKERS, id).del(workerKey(id)).exec()
}

/** The workers that are there, in the order of their names. */
export async function workersOf(redis: Redis): Promise<WorkerState[]> {
  const ids = await redis.smembers(WORKERS)
  if (ids.length === 0) return []
  const told = await redis.mget(ids.map(workerKey))
  const gone = ids.filter((_, at) => told[at] === null)
  if (gone.length > 0) await redis.srem(WORKERS, ...gone)
  return told
    .flatMap((text) => (text ? [JSON.parse(text) as WorkerState] : []))
    .toSorted((a, b) => a.name.localeCompare(b.name) || a.id.localeCompare(b.id))
}
