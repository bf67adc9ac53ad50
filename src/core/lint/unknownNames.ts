import { parsePartReference } from '../readings'
import { type Sheet, type SlotValue } from '../sheet'
import { checksOf, partsOf } from '../spec'
import type { Path } from '../yaml'
import { makeLint, noSuch, type Lint, type LintSubject } from './lint'

const at = (sheet: Sheet, path: Path) => sheet.source.atKey(path)

/** `unknown-part`: a rule, a reach or a reading names a part that the sheet does not have. */
export function* unknownPart({ sheet, rules }: LintSubject): Generator<Lint> {
  const known = Object.keys(sheet.parts)
  const miss = (name: string, path: Path) => makeLint('unknown-part', at(sheet, path), noSuch('part', name, known))
  for (const [index, { expect }] of sheet.data.spec.entries()) {
    for (const reference of Object.keys(expect)) {
      const { part } = parsePartReference(reference)
      if (!known.includes(part)) yield miss(part, ['spec', index, 'expect', reference])
    }
  }
  for (const { part, reading, expectation, rule } of rules.flatMap(({ claims }) => claims)) {
    const path: Path = ['spec', rule.index, 'expect', part, reading.text]
    if (reading.other && !known.includes(reading.other.part)) yield miss(reading.other.part, path)
    for (const named of partsOf(expectation)) {
      if (named.kind === 'reading' && !known.includes(parsePartReference(named.part).part)) yield miss(named.part, path)
    }
  }
  for (const axis of sheet.axes) {
    for (const [value, reaches] of Object.entries(axis.reaches)) {
      for (const { on } of reaches)
        if (on && !known.includes(on)) yield miss(on, ['axes', axis.name, 'values', value, 'on'])
    }
  }
}

/** `unknown-axis` and `unknown-value`: a condition names what is no axis or context, or no value of it. */
export function* unknownAxis({ sheet, space, library, rules }: LintSubject): Generator<Lint> {
  const values = new Map<string, readonly string[]>(Object.entries(library.data.contexts))
  for (const { name, values: own } of space.dimensions) values.set(name, values.get(name) ?? own)
  function* judge(name: string, given: readonly string[], path: Path): Generator<Lint> {
    const known = values.get(name)
    if (!known) yield makeLint('unknown-axis', at(sheet, path), noSuch('axis or context', name, values.keys()))
    else {
      for (const value of given.filter((each) => !known.includes(each))) {
        yield makeLint('unknown-value', at(sheet, path), noSuch(`value of ${name}`, value, known))
      }
    }
  }
  for (const [index, { when }] of sheet.data.spec.entries()) {
    for (const [name, condition] of Object.entries(when ?? {})) {
      yield* judge(name, Array.isArray(condition) ? condition : condition.not, ['spec', index, 'when', name])
    }
  }
  for (const [index, box] of sheet.data.without.entries()) {
    for (const [name, given] of Object.entries(box)) yield* judge(name, given, ['without', index, name])
  }
  for (const [name, given] of Object.entries(sheet.data.contexts))
    yield* judge(name, given === 'all' ? [] : given, ['contexts', name])
  if (typeof sheet.data.pictures === 'object') {
    for (const [name, given] of Object.entries(sheet.data.pictures)) yield* judge(name, given, ['pictures', name])
  }
  for (const { part, reading, expectation, rule } of rules.flatMap(({ claims }) => claims)) {
    for (const check of checksOf(expectation)) {
      if (check.kind !== 'same' && check.kind !== 'differs') continue
      for (const [name, value] of Object.entries(check.where))
        yield* judge(name, [value], ['spec', rule.index, 'expect', part, reading.text])
    }
  }
}

/** `unknown-prop`: a reach or a condition of a prop names one that the sheet does not have. */
export function* unknownProp({ sheet }: LintSubject): Generator<Lint> {
  const known = Object.keys(sheet.data.props)
  for (const [name, file] of Object.entries(sheet.data.axes)) {
    const values = typeof file === 'object' && !Array.isArray(file) && !Array.isArray(file.values) ? file.values : {}
    for (const [value, reaches] of Object.entries(values)) {
      for (const prop of reaches.flatMap(({ props }) => Object.keys(props ?? {}))) {
        if (!known.includes(prop))
          yield makeLint(
            'unknown-prop',
            at(sheet, ['axes', name, 'values', value, 'props', prop]),
            noSuch('prop', prop, known),
          )
      }
    }
  }
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    for (const other of Object.keys(prop['only-if'] ?? {})) {
      if (!known.includes(other))
        yield makeLint('unknown-prop', at(sheet, ['props', name, 'only-if', other]), noSuch('prop', other, known))
    }
  }
}

/** `unknown-token`: an expectation names a token that no file has. */
export function* unknownToken({ sheet, rules, tokens }: LintSubject): Generator<Lint> {
  for (const { part, reading, expectation, rule } of rules.flatMap(({ claims }) => claims)) {
    for (const named of partsOf(expectation)) {
      if (named.kind !== 'token' || tokens.has(named.path)) continue
      const near = tokens.nearest(named.path)
      const place = at(sheet, ['spec', rule.index, 'expect', part, reading.text])
      yield makeLint('unknown-token', place, `No token "${named.path}".${near ? ` Did you mean "${near}"?` : ''}`)
    }
  }
}

/** `unknown-component`: a slot accepts or holds a component that the library does not have. */
export function* unknownComponent({ sheet, library }: LintSubject): Generator<Lint> {
  const known = library.sheets.map(({ slug }) => slug)
  const axisSlots = sheet.axes.flatMap(({ reaches }) => Object.values(reaches).flat()).map(({ slots }) => slots ?? {})
  for (const [name, { accepts, default: filling, text }] of Object.entries(sheet.data.slots)) {
    const named = [
      ...(accepts === 'any' ? [] : accepts),
      ...[filling, ...axisSlots.flatMap((slots) => slots[name] ?? [])].flatMap((value) => [
        ...componentsIn(value, text),
      ]),
    ]
    for (const slug of new Set(named)) {
      if (!known.includes(slug))
        yield makeLint('unknown-component', at(sheet, ['slots', name]), noSuch('component', slug, known))
    }
  }
}

function* componentsIn(value: SlotValue, isText: boolean): Generator<string> {
  if (typeof value === 'string') {
    if (value !== 'none' && !isText) yield value
  } else if ('component' in value) {
    yield value.component
    for (const inner of Object.values(value.slots ?? {})) yield* componentsIn(inner, true)
  }
}
