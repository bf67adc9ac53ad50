import type { QueueOptions } from '@/queue'
import type { RunWorkers } from '@/store'

/** Counts who has done how much of the work of a run. */
export function countWork() {
  const did = new Map<string, Map<string, number>>()
  const add: NonNullable<QueueOptions['onDone']> = (worker, { asked: { slug } }) => {
    const own = did.get(worker) ?? new Map<string, number>()
    did.set(worker, own.set(slug, (own.get(slug) ?? 0) + 1))
  }
  return {
    add,
    /** In the order of the workers' names; undefined where nobody else has done any. */
    counted: (): RunWorkers | undefined =>
      did.size === 0
        ? undefined
        : [...did]
            .toSorted(([a], [b]) => a.localeCompare(b))
            .map(([name, own]) => ({ name, did: [...own].toSorted(([a], [b]) => a.localeCompare(b)) })),
  }
}
