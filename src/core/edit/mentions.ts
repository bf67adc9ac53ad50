import { readStartName } from '../names'
import { parseReading } from '../readings'
import { STEPS, type StepMention } from '../steps'
import type { Path } from '../yaml'

/** What a text of a sheet names. */
export type Mention =
  | { kind: 'name'; what: 'axis' | 'part' | 'prop' | 'slot' | 'event' }
  | { kind: 'name'; what: 'value'; axis: string }
  /** `header`, `header[2]` */
  | { kind: 'part-reference' }
  /** `gap(box)`; other readings' arguments are no parts. */
  | { kind: 'reading'; namesPart: boolean }
  | { kind: 'expectation' }
  /** `tone`, or `prop.tone` where an axis is called so too. */
  | { kind: 'start'; what: 'axis' | 'prop' }

/** A place in a sheet where a name stands: a key or a value. */
export interface MentionAt {
  path: Path
  place: 'key' | 'value'
  text: string
  mention: Mention
}

type Raw = Record<string, unknown>
type Found = Generator<MentionAt>

const entries = (value: unknown): [string, unknown][] =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.entries(value) : []
const items = (value: unknown): [number, unknown][] => (Array.isArray(value) ? [...value.entries()] : [])

/** Every place of a sheet that names an axis, value, part, prop, slot or event; outer places before inner ones. */
export function* walkSheet(sheet: unknown): Found {
  const raw = sheet as Raw
  yield* keys(raw.parts, ['parts'], 'part')
  yield* walkProps(raw.props)
  yield* keys(raw.slots, ['slots'], 'slot')
  yield* keys(raw.events, ['events'], 'event')
  for (const [name, axis] of entries(raw.axes)) yield* walkAxis(name, axis)
  for (const [at, box] of items(raw.without)) yield* walkBox(box, ['without', at])
  yield* walkBox(raw.pictures, ['pictures'])
  for (const [at, rule] of items(raw.spec)) {
    yield* walkBox((rule as Raw).when, ['spec', at, 'when'])
    yield* walkExpect((rule as Raw).expect, ['spec', at, 'expect'])
  }
  for (const [at, scenario] of items(raw.scenarios)) yield* walkScenario(scenario as Raw, ['scenarios', at], raw)
  for (const [at, example] of [...items(raw.examples), ...entries(raw.examples)]) {
    const path = ['examples', at]
    yield* walkBox((example as Raw).axes, [...path, 'axes'])
    yield* keys((example as Raw).props, [...path, 'props'], 'prop')
    yield* keys((example as Raw).slots, [...path, 'slots'], 'slot')
  }
}

function* keys(map: unknown, path: Path, what: 'axis' | 'part' | 'prop' | 'slot' | 'event'): Found {
  for (const [name] of entries(map))
    yield { path: [...path, name], place: 'key', text: name, mention: { kind: 'name', what } }
}

function* walkProps(props: unknown): Found {
  for (const [name, prop] of entries(props)) {
    yield { path: ['props', name], place: 'key', text: name, mention: { kind: 'name', what: 'prop' } }
    yield* keys((prop as Raw | null)?.['only-if'], ['props', name, 'only-if'], 'prop')
  }
}

function* walkAxis(name: string, axis: unknown): Found {
  const path: Path = ['axes', name]
  yield { path, place: 'key', text: name, mention: { kind: 'name', what: 'axis' } }
  yield* values(name, axis, path)
  const long = axis as { default?: unknown; values?: unknown }
  if (typeof axis !== 'object' || Array.isArray(axis)) return
  if (long.default !== undefined) yield* values(name, long.default, [...path, 'default'])
  yield* values(name, long.values, [...path, 'values'])
  for (const [value, reach] of entries(long.values)) {
    const at = [...path, 'values', value]
    yield { path: at, place: 'key', text: value, mention: { kind: 'name', what: 'value', axis: name } }
    for (const [index, each] of items(reach)) yield* walkReach(each, [...at, index])
    yield* walkReach(reach, at)
  }
}

function* walkReach(reach: unknown, path: Path): Found {
  const { props, slots, on, steps } = (Array.isArray(reach) ? {} : (reach ?? {})) as Raw
  yield* keys(props, [...path, 'props'], 'prop')
  yield* keys(slots, [...path, 'slots'], 'slot')
  if (typeof on === 'string')
    yield { path: [...path, 'on'], place: 'value', text: on, mention: { kind: 'part-reference' } }
  for (const [at, step] of items(steps)) yield* walkStep(step as Raw, [...path, 'steps', at])
}

/** A value, or a list of values, of one axis. */
function* values(axis: string, given: unknown, path: Path): Found {
  const mention: Mention = { kind: 'name', what: 'value', axis }
  for (const [at, value] of items(given)) yield { path: [...path, at], place: 'value', text: String(value), mention }
  if (typeof given !== 'object' && given !== undefined && given !== 'flag')
    yield { path, place: 'value', text: String(given), mention }
}

/** Axes and their values: `when`, `without`, `pictures`, an example's axes. */
function* walkBox(box: unknown, path: Path): Found {
  for (const [axis, given] of entries(box)) {
    yield { path: [...path, axis], place: 'key', text: axis, mention: { kind: 'name', what: 'axis' } }
    const not = entries(given).find(([key]) => key === 'not')
    if (not) yield* values(axis, not[1], [...path, axis, 'not'])
    else yield* values(axis, given, [...path, axis])
  }
}

const SCOPE_KEYS = new Set(['now', 'for', 'by'])

function* walkExpect(expect: unknown, path: Path): Found {
  for (const [part, readings] of entries(expect)) {
    if (SCOPE_KEYS.has(part)) continue
    if (part === 'events') {
      yield* keys(readings, [...path, part], 'event')
      continue
    }
    yield { path: [...path, part], place: 'key', text: part, mention: { kind: 'part-reference' } }
    for (const [reading, expectation] of entries(readings)) {
      const at = [...path, part, reading]
      const parsed = parseReading(reading)
      const names = 'reading' in parsed && parsed.reading.other !== undefined
      yield { path: at, place: 'key', text: reading, mention: { kind: 'reading', namesPart: names } }
      const mention: Mention = { kind: 'expectation' }
      if (typeof expectation === 'string') yield { path: at, place: 'value', text: expectation, mention }
      for (const [index, each] of items(expectation))
        if (typeof each === 'string') yield { path: [...at, index], place: 'value', text: each, mention }
    }
  }
}

function* walkScenario({ start, steps }: Raw, path: Path, { axes, props }: Raw): Found {
  for (const [text, value] of entries(start)) {
    const at = [...path, 'start', text]
    const { of, name } = readStartName(text)
    const has = (map: unknown) => entries(map).some(([each]) => each === name)
    const isProp = of === 'prop' || (of === undefined && !has(axes) && has(props))
    yield { path: at, place: 'key', text, mention: { kind: 'start', what: isProp ? 'prop' : 'axis' } }
    if (!isProp) yield* values(name, value, at)
  }
  for (const [at, step] of items(steps)) yield* walkStep(step as Raw, [...path, 'steps', at])
}

function* walkStep(step: Raw, path: Path): Found {
  for (const [kind, value] of entries(step))
    for (const { at, names } of STEPS.get(kind)?.mentions ?? []) {
      const given = at.reduce<unknown>((inner, key) => Object.fromEntries(entries(inner))[key], value)
      yield* walkNames(names, given, [...path, kind, ...at])
    }
}

function* walkNames(names: StepMention['names'], given: unknown, path: Path): Found {
  switch (names) {
    case 'part':
      if (typeof given === 'string') yield { path, place: 'value', text: given, mention: { kind: 'part-reference' } }
      return
    case 'props':
      return yield* keys(given, path, 'prop')
    case 'slots':
      return yield* keys(given, path, 'slot')
    case 'expected':
      return yield* walkExpect(given, path)
    case 'contexts':
      return // the library's own, which no sheet renames
  }
}
