import { z } from 'zod'
import type { CheckResult } from '../plan'
import type { Path } from '../yaml'
import type { Clock } from './clock'
import type { EventRecord } from './events'
import type { Expected } from './expected'
import type { StepContext } from './issue'

/** A name that a step's value holds, for renaming and for completion. */
export interface StepMention {
  /** The keys that lead to it, under the step's own. */
  at: readonly string[]
  /** `part`: the value names one. The others: the keys of a map do, `expected` those of parts, readings and events. */
  names: 'part' | 'props' | 'slots' | 'contexts' | 'expected'
}

/** What a step in time needs of the place where the component stands. */
export interface TimeHost {
  clock: Clock
  /** Lets finite animations end, in no time. */
  settle(): Promise<{ isSettled: boolean }>
  /** How often the document has changed so far. */
  changes(): Promise<number>
  /** Reads and judges what a step expects of parts. */
  look(step: LookingStep): Promise<readonly CheckResult[]>
  /** What the component has sent since the start. */
  events(): Promise<readonly EventRecord[]>
  /** Called at each moment that is looked at, for those who draw time. */
  onMoment?(now: number): Promise<void>
}

/** Where a step stands. */
export interface StepPlace {
  /** Its place among the scenario's steps, from 0. */
  index: number
  line: number
  /** As a person reads it: `click header[2]`. */
  text: string
}

export type LookingStep = StepPlace & { expected: Expected }

/** What a step came to, before it gets its place and its times. */
export interface Outcome {
  verdict: 'holds' | 'misses' | 'unread' | 'open'
  /** What was found instead, or what is worth knowing; empty where it simply held. */
  message: string
  checks?: readonly CheckResult[]
  /** When `eventually` first held, counted from the step's beginning. */
  heldAfter?: number
}

interface Common<Kind extends string, Schema extends z.ZodType, What extends object> {
  kind: Kind
  /** One sentence for the reference and the editor. */
  about: string
  /** A value as a sheet would write it. */
  example: z.input<Schema>
  /** Of the value that stands under the step's name. */
  schema: Schema
  /** Understands the value. What is wrong goes to `context.issue`; something is given back all the same. */
  read(context: StepContext, given: z.output<Schema>, path: Path): What
  /** The value as a person reads it. @defaultValue its words, one after another */
  print?(given: z.output<Schema>): string
  mentions: readonly StepMention[]
}

/** `input` reaches the component as a person's would; `change` comes from outside: new props, other slots, another context. */
export interface ActDefinition<
  Kind extends string = string,
  Does extends 'input' | 'change' = 'input' | 'change',
  Schema extends z.ZodType = z.ZodType,
  What extends object = object,
> extends Common<Kind, Schema, What> {
  does: Does
}

/** A step in time: it lets time pass, or looks. */
export interface TimeDefinition<
  Kind extends string = string,
  Schema extends z.ZodType = z.ZodType,
  What extends object = object,
> extends Common<Kind, Schema, What> {
  does: 'time'
  perform(step: What & StepPlace, host: TimeHost): Promise<Outcome>
}

/** A definition with the schema of its step as files write it: one key, its kind. */
type Filed<Kind extends string, Schema extends z.ZodType, Definition> = Definition & {
  file: z.ZodObject<{ [Key in Kind]: Schema }, z.core.$strict>
}

// A computed key is any string to the compiler.
const fileOf = <Kind extends string, Schema extends z.ZodType>(
  given: Pick<Common<Kind, Schema, object>, 'kind' | 'schema' | 'about' | 'example'>,
) =>
  z
    .strictObject({ [given.kind]: given.schema } as { [Key in Kind]: Schema })
    .meta({ description: given.about, example: { [given.kind]: given.example } })

/** Defines an input or a change. The runner holds what brings it about, in a table that must be whole. */
export const defineAct = <
  const Kind extends string,
  const Does extends 'input' | 'change',
  Schema extends z.ZodType,
  What extends object,
>(
  definition: ActDefinition<Kind, Does, Schema, What>,
): Filed<Kind, Schema, ActDefinition<Kind, Does, Schema, What>> => ({
  ...definition,
  file: fileOf(definition),
})

/** Defines a step in time. */
export const defineTimed = <const Kind extends string, Schema extends z.ZodType, What extends object>(
  definition: TimeDefinition<Kind, Schema, What>,
): Filed<Kind, Schema, TimeDefinition<Kind, Schema, What>> => ({
  ...definition,
  file: fileOf(definition),
})
