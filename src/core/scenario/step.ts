import type { PartReference } from '../readings'
import type { Claim, Expectation } from '../spec'

/** Where input goes: a part, a place measured from the host's corner, or beside the component. */
export type Target =
  { kind: 'part'; name: string; part: PartReference } | { kind: 'at'; x: number; y: number } | { kind: 'page' }

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

/** Input that reaches the component as a person's would. */
export type Input =
  | { kind: 'click' | 'double-click' | 'tap' | 'hover'; target: Target }
  | { kind: 'leave'; target: Target }
  | { kind: 'focus'; target: Target }
  | { kind: 'press'; keys: string }
  | { kind: 'type'; words: string }
  | { kind: 'drag'; from: Target; to?: Target; by?: readonly [number, number] }
  | { kind: 'scroll'; target: Target; by?: readonly [number, number] }

/** A change from outside: new props, other slots, another context. */
export type Change =
  | { kind: 'set'; props: Readonly<Record<string, unknown>> }
  | { kind: 'fill'; slots: Readonly<Record<string, unknown>> }
  | { kind: 'context'; values: Readonly<Record<string, string>> }

/** A step in time: it lets time pass, or looks. Times are in ms. */
export type Timed =
  | { kind: 'wait'; ms: number }
  | { kind: 'settle' }
  | { kind: 'expect'; isNow: boolean; expected: Expected }
  | { kind: 'eventually'; by: number; expected: Expected }
  | { kind: 'throughout'; for: number; expected: Expected }

export type Step = (Input | Change | Timed) & {
  /** Its place among the scenario's steps, from 0. */
  index: number
  line: number
  /** As a person reads it: `click header[2]`. */
  text: string
}

export const isInput = (step: Step): step is Step & Input => INPUTS.has(step.kind)
const INPUTS = new Set<Step['kind']>([
  'click',
  'double-click',
  'tap',
  'hover',
  'leave',
  'focus',
  'press',
  'type',
  'drag',
  'scroll',
])

/** Longest that `eventually` waits where it does not say, in ms. */
export const USUAL_PATIENCE_MS = 1000
