import { z } from 'zod'
import type { Path } from '../yaml'
import type { StepPlace } from './defineStep'
import type { StepContext } from './issue'
import { STEP_LIST } from './list'
import { wordsOf } from './words'

type Definition = (typeof STEP_LIST)[number]
export type StepKind = Definition['kind']

/** What a definition makes of a step. */
type What<D> = D extends { kind: infer Kind; read: (...given: never[]) => infer Made } ? { kind: Kind } & Made : never

/** Input that reaches the component as a person's would. */
export type Input = What<Extract<Definition, { does: 'input' }>>
/** A change from outside: new props, other slots, another context. */
export type Change = What<Extract<Definition, { does: 'change' }>>
/** A step in time: it lets time pass, or looks. Times are in ms. */
export type Timed = What<Extract<Definition, { does: 'time' }>>

export type Step = (Input | Change | Timed) & StepPlace

/** Definitions by the name of their step. */
export const STEPS: ReadonlyMap<string, Definition> = new Map<string, Definition>(
  STEP_LIST.map((definition) => [definition.kind, definition]),
)

/** One step of a scenario: an input, a change, a wait or an expectation. */
export const stepSchema = z.union([...STEP_LIST.map(({ file }) => file), z.literal('settle')]).meta({ id: 'Step' })

export type StepFile = z.output<typeof stepSchema>

/** A step's kind and value. */
export function stepEntry(file: StepFile): [kind: StepKind, value: unknown] {
  if (typeof file === 'string') return [file, null]
  const [[kind, value]] = Object.entries(file) as [[StepKind, unknown]]
  return [kind, value]
}

/** A definition whose value is not known: the kind of a step and what belongs to it go together, which no type says of a lookup. */
type AnyDefinition = Pick<Definition, 'kind'> & {
  read(context: StepContext, given: unknown, path: Path): object
  print?(given: unknown): string
}

const definitionOf = (kind: string) => STEPS.get(kind) as AnyDefinition

/** Reads one step. What is wrong goes to `context.issue`; the step is given all the same. */
export function readStep(context: StepContext, file: StepFile, index: number, path: Path): Step {
  const [kind, value] = stepEntry(file)
  const what = { kind, ...definitionOf(kind).read(context, value, [...path, kind]) } as Input | Change | Timed
  return { ...what, index, line: context.sheet.source.at(path).line, text: printStep(file) }
}

/** A step as a person reads it: `click header[2]`, `wait 500ms`, `eventually by 20ms tip visible yes`. */
export function printStep(file: StepFile): string {
  const [kind, value] = stepEntry(file)
  const { print = wordsOf } = definitionOf(kind)
  return `${kind} ${print(value)}`.trimEnd()
}
