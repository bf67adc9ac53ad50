import { hashOf, type RunEnvironment } from '@/runner'

/** What of Redis is ours. */
export const PREFIX = 'brelt'

/**
 * Those who read alike: the same programs of Brelt's, the same browser, system and fonts. Work is only given to them: of others it
 * would come out otherwise.
 */
export const kindOf = ({ program, browser, machine }: RunEnvironment): string =>
  hashOf(JSON.stringify([program, browser, machine])).slice(0, 20)

/** The name of the queue of those who read alike. */
export const queueName = (kind: string) => `work-${kind}`

/** Where the names of all workers stand. */
export const WORKERS = `${PREFIX}:workers`
export const workerKey = (id: string) => `${PREFIX}:worker:${id}`
/** Stands as long as whoever gave a run's work goes on. */
export const runKey = (run: string) => `${PREFIX}:run:${run}`
/** Where workers put what they have found out for a run. */
export const resultsKey = (run: string) => `${PREFIX}:results:${run}`
/** A packed library, or an approved picture, by its hash. */
export const blobKey = (name: string) => `${PREFIX}:blob:${name}`
