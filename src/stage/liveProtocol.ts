import * as z from 'zod'
import { stageCaseSchema, stageComponentSchema, stageContextSchema } from './protocolSchemas'

const stepSchema = z.union([z.string(), z.record(z.string(), z.json())])
const moment = { at: z.number(), isMoving: z.boolean() }

const observationSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('input'), input: stepSchema, timers: z.number(), ...moment }),
  z.object({ kind: z.literal('amend'), input: stepSchema.optional() }),
  z.object({
    kind: z.literal('moment'),
    changes: z.array(z.object({ part: z.string(), reading: z.string(), from: z.string(), to: z.string() })),
    isTimed: z.boolean(),
    ...moment,
  }),
  z.object({ kind: z.literal('note'), text: z.string() }),
  z.object({ kind: z.literal('end'), timers: z.number(), ...moment }),
])

/** What the application tells the frame of a live component. A frame is opened once. */
export const toLiveSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('open'),
    component: stageComponentSchema,
    context: stageContextSchema,
    one: stageCaseSchema,
    /** Names of the events that the component sends. */
    events: z.array(z.string()),
  }),
  /** Tells how things stand, and watches no more. */
  z.object({ type: z.literal('end') }),
  z.object({ type: z.literal('ping') }),
])

/** What the frame of a live component tells the application. */
export const fromLiveSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('mounted'),
    failure: z.string().optional(),
    /** What the component takes up, in pixels of the frame. */
    extent: z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() }),
  }),
  z.object({ type: z.literal('observed'), observation: observationSchema }),
  z.object({ type: z.literal('broken'), reason: z.string() }),
  z.object({ type: z.literal('pong') }),
])

export type ToLive = z.output<typeof toLiveSchema>
export type FromLive = z.output<typeof fromLiveSchema>
