import { durationSchema } from './duration'
import { STEP_LIST } from './list'
import type { StepFile, StepKind } from './step'

/** What somebody is asked for to write a step: a part, a name of some map with its value, what is expected, or a text. */
export interface StepField {
  key: 'part' | 'name' | 'reading' | 'value' | 'time' | 'by' | 'text'
  label: string
  /** Whose names are offered. */
  names?: 'part' | 'props' | 'slots' | 'contexts'
  example?: string
  isOptional?: boolean
}

export type StepGiven = Partial<Record<StepField['key'], string>>

const NAMED = { props: 'Prop', slots: 'Slot', contexts: 'Context' } as const

/** Instead of a part: how often the component's events were sent. */
const EVENTS = 'events'

const countOf = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : text)

const definitionOf = (kind: StepKind) => STEP_LIST.find((each) => each.kind === kind)!

/** The key of time that a step which looks has: `by` or `for`. */
function timeKey(example: unknown): 'by' | 'for' | undefined {
  if (typeof example !== 'object' || example === null) return undefined
  return 'by' in example ? 'by' : 'for' in example ? 'for' : undefined
}

/** The fields that a kind of step is written with. They follow from its definition. */
export function fieldsOf(kind: StepKind): StepField[] {
  const { mentions, example } = definitionOf(kind)
  const [first] = mentions
  const text = (field: Omit<StepField, 'key'> & { key?: StepField['key'] }): StepField => ({ key: 'text', ...field })
  if (first?.names === 'expected') {
    const time = timeKey(example)
    return [
      ...(time
        ? [text({ key: 'time', label: time === 'by' ? 'Within' : 'For', example: '500ms', isOptional: time === 'by' })]
        : []),
      { key: 'part', label: 'Part', names: 'part' },
      text({ key: 'reading', label: 'Reading', example: 'visible' }),
      text({ key: 'value', label: 'Expected', example: 'yes' }),
    ]
  }
  if (first?.names === 'part') {
    const hasDistance = typeof example === 'object' && example !== null && 'by' in example
    return [
      { key: 'part', label: 'Part', names: 'part' },
      ...(hasDistance ? [text({ key: 'by', label: 'Across and down, in px', example: '40, 0' })] : []),
    ]
  }
  if (first)
    return [{ key: 'name', label: NAMED[first.names], names: first.names }, text({ key: 'value', label: 'Value' })]
  return example === null ? [] : [text({ label: 'What', example: String(example) })]
}

/** What is still wrong with what was given; undefined where a step can be made of it. */
export function faultIn(kind: StepKind, given: StepGiven): string | undefined {
  for (const { key, label, isOptional } of fieldsOf(kind)) {
    const text = given[key]?.trim() ?? ''
    if (text === '' && !isOptional) return `${label} is missing`
    if (key === 'time' && text !== '' && !durationSchema.safeParse(text).success)
      return `${label} must be a time such as 250ms or 5s`
    if (key === 'by' && !/^-?\d+(\s*,\s*|\s+)-?\d+$/.test(text)) return `${label}: two numbers, such as 40, 0`
  }
  return definitionOf(kind).file.safeParse(stepOf(kind, given)).success ? undefined : 'This step cannot be read'
}

/** The step as a sheet writes it. @param valueOf what a prop's, slot's or context's value is, given its text */
export function stepOf(
  kind: StepKind,
  given: StepGiven,
  valueOf: (name: string, text: string) => unknown = (_, text) => text,
): StepFile {
  const { mentions, example } = definitionOf(kind)
  const [first, ...others] = mentions
  const { part = 'root', name = '', reading = '', value = '', time = '', by = '', text = '' } = given
  if (first?.names === 'expected') {
    const key = timeKey(example)
    return {
      [kind]: {
        ...(key && time.trim() !== '' && { [key]: time.trim() }),
        [part]: { [reading.trim()]: part === EVENTS ? countOf(value) : value },
      },
    } as StepFile
  }
  if (first?.names === 'part') {
    // Of a step that goes some way the part stands under a key of its own.
    const [at] = [...first.at, ...others.flatMap((each) => each.at)]
    const distance = by.split(/[\s,]+/).map(Number)
    return { [kind]: by.trim() === '' || at === undefined ? part : { [at]: part, by: distance } } as StepFile
  }
  if (first) return { [kind]: { [name]: valueOf(name, value) } } as StepFile
  return { [kind]: example === null ? null : text } as StepFile
}
