import { z } from 'zod'

/** A time as files write it: `250ms`, `5s`, or a number of ms. */
export const durationSchema = z
  .union([z.number().min(0), z.string().regex(/^\d*\.?\d+(ms|s)$/, 'must be a time such as 250ms or 5s')])
  .meta({ id: 'Duration' })

const DURATION = /^(\d*\.?\d+)(ms|s)?$/

/** A time in ms; undefined for what is none. A number is in ms. */
export function readDuration(given: unknown): number | undefined {
  if (typeof given === 'number') return given >= 0 ? given : undefined
  const match = typeof given === 'string' ? DURATION.exec(given.trim()) : null
  return match ? Number(match[1]) * (match[2] === 's' ? 1000 : 1) : undefined
}

/** A time as people read it: `250ms`. */
export const printDuration = (given: unknown): string => (typeof given === 'number' ? `${given}ms` : String(given))
