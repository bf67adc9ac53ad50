import { z } from 'zod'
import { jsonValue } from '../names'
import type { Claim, Expectation } from '../spec'

/** What is expected of an event: how often it has come since the scenario's start, and what its last one carried. */
export interface EventClaim {
  event: string
  count?: Expectation
  /** Each field given must be there with this value. */
  detail?: unknown
}

/** What a step expects of parts and events. */
export interface Expected {
  claims: readonly Claim[]
  events: readonly EventClaim[]
}

const reading = z.union([z.string(), z.number(), z.boolean(), z.array(z.union([z.string(), z.number(), z.boolean()]))])

/** Part → reading → expectation; `events` → name → count or `{ count, detail }`; `now`, `by`, `for`. */
export const expectedSchema = z
  .record(z.string(), z.union([reading, z.record(z.string(), jsonValue)]))
  .meta({ id: 'Expected' })

export type ExpectedFile = z.output<typeof expectedSchema>
