import { availableParallelism, loadavg } from 'node:os'

// A run alone keeps about this many processes waiting for each core.
const USUAL_LOAD = 2
const MOST = 4

/** A limit in words, for those who are told that it was passed. */
export const limitText = (ms: number): string => `${Math.round(ms / 100) / 10} s`

/**
 * How many times longer than usual code may take before it counts as never returning: on a machine that others keep busy too, it
 * only waits for its turn.
 * @param load processes that wait for a core, on average (the system's own figure; 0 where it has none)
 */
export function patience(load = loadavg()[0]!, cores = availableParallelism()): number {
  return Math.min(MOST, Math.max(1, load / cores / USUAL_LOAD))
}
