import * as z from 'zod'
import { stageCaseSchema, stageComponentSchema, stageContextSchema } from './protocolSchemas'

const stepSchema = z.union([z.string(), z.record(z.string(), z.json())])
/** What the component takes up, in pixels of the frame. */
const extentSchema = z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() })
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
    stageCase: stageCaseSchema,
    /** Names of the events that the component sends. */
    events: z.array(z.string()),
    /** To record what is done to it, in time of its own; or to try it out, in real time. */
    purpose: z.enum(['record', 'bench']),
  }),
  /** On the bench: the same component, as it is to be now. */
  z.object({
    type: z.literal('update'),
    stageCase: stageCaseSchema,
    /** Where it differs from what it was: it names every token. */
    context: stageContextSchema.optional(),
    turn: z.number(),
  }),
  /** On the bench: the key that draws measures is held, or let go. */
  z.object({ type: z.literal('measure'), isHeld: z.boolean() }),
  /** Tells how things stand, and watches no more. */
  z.object({ type: z.literal('end') }),
  z.object({ type: z.literal('ping') }),
])

/** What the frame of a live component tells the application. */
export const fromLiveSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('mounted'),
    failure: z.string().optional(),
    extent: extentSchema,
  }),
  /** The bench shows what it was last told to; `turn` says which telling that was. */
  z.object({
    type: z.literal('rendered'),
    turn: z.number(),
    milliseconds: z.number(),
    /** When it stood there, laid out, in ms since 1970: clocks of different pages begin at different times. */
    at: z.number(),
    extent: extentSchema,
    markup: z.string(),
    failure: z.string().optional(),
  }),
  z.object({ type: z.literal('event'), name: z.string(), at: z.number(), detail: z.unknown().optional() }),
  z.object({ type: z.literal('observed'), observation: observationSchema }),
  z.object({ type: z.literal('broken'), reason: z.string() }),
  /** `replaced`: functions of the browser that readings are made with, and that the component has replaced. */
  z.object({ type: z.literal('pong'), replaced: z.array(z.string()) }),
])

export type ToLive = z.output<typeof toLiveSchema>
export type FromLive = z.output<typeof fromLiveSchema>
