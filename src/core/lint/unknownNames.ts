import { parsePartReference } from '../readings'
import { slugsIn, type Sheet, type SlotValue } from '../sheet'
import { checksOf, partsOf, whereOf } from '../spec'
import type { Path } from '../yaml'
import { defineLint, type Fault, type SheetSubject } from './defineLint'
import { noSuch } from './noSuch'
import { scenarioFaults } from './scenarios'
import { settingFaults } from './settings'
import { tokenFaults, type TokenAbout } from './tokenFaults'

const at = (sheet: Sheet, path: Path) => sheet.source.atKey(path)

function* parts(subject: SheetSubject): Generator<Fault> {
  const { sheet, rules } = subject
  const known = Object.keys(sheet.parts)
  const miss = (name: string, path: Path) => ({ at: at(sheet, path), message: noSuch('part', name, known) })
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
  yield* scenarioFaults(subject, 'unknown-part')
}

export const unknownPart = defineLint({
  code: 'unknown-part',
  severity: 'error',
  about: 'A rule, a reading, a step or an axis value names a part that the sheet does not have.',
  isOfRules: true,
  find: { sheet: parts },
})

type ConditionFault = Fault & { isValue: boolean }

/** Conditions that name what is no axis or context, or no value of it. */
function* conditions({ sheet, space, library, rules }: SheetSubject): Generator<ConditionFault> {
  const values = new Map<string, readonly string[]>(Object.entries(library.data.contexts))
  for (const { name, values: own } of space.dimensions) values.set(name, values.get(name) ?? own)
  function* judge(name: string, given: readonly string[], path: Path): Generator<ConditionFault> {
    const known = values.get(name)
    if (!known) yield { at: at(sheet, path), message: noSuch('axis or context', name, values.keys()), isValue: false }
    else {
      for (const value of given.filter((each) => !known.includes(each))) {
        yield { at: at(sheet, path), message: noSuch(`value of ${name}`, value, known), isValue: true }
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
      for (const [name, value] of Object.entries(whereOf(check) ?? {}))
        yield* judge(name, [value], ['spec', rule.index, 'expect', part, reading.text])
    }
  }
}

function* conditionFaults(subject: SheetSubject, code: 'unknown-axis' | 'unknown-value'): Generator<Fault> {
  for (const { isValue, ...fault } of conditions(subject)) if (isValue === (code === 'unknown-value')) yield fault
  yield* settingFaults(subject, code)
  yield* scenarioFaults(subject, code)
}

export const unknownAxis = defineLint({
  code: 'unknown-axis',
  severity: 'error',
  about: 'A condition, or what fills a slot or an example, names what is no axis and no context.',
  isOfRules: true,
  find: { sheet: (subject) => conditionFaults(subject, 'unknown-axis') },
})

export const unknownValue = defineLint({
  code: 'unknown-value',
  severity: 'error',
  about: 'A condition, or what fills a slot or an example, names a value that its axis or context does not have.',
  isOfRules: true,
  find: { sheet: (subject) => conditionFaults(subject, 'unknown-value') },
})

function* props(subject: SheetSubject): Generator<Fault> {
  const { sheet } = subject
  const known = Object.keys(sheet.data.props)
  for (const [name, file] of Object.entries(sheet.data.axes)) {
    const values = typeof file === 'object' && !Array.isArray(file) && !Array.isArray(file.values) ? file.values : {}
    for (const [value, reaches] of Object.entries(values)) {
      for (const prop of reaches.flatMap(({ props }) => Object.keys(props ?? {}))) {
        if (!known.includes(prop))
          yield {
            at: at(sheet, ['axes', name, 'values', value, 'props', prop]),
            message: noSuch('prop', prop, known),
          }
      }
    }
  }
  for (const [name, prop] of Object.entries(sheet.data.props)) {
    for (const other of Object.keys(prop['only-if'] ?? {})) {
      if (!known.includes(other))
        yield { at: at(sheet, ['props', name, 'only-if', other]), message: noSuch('prop', other, known) }
    }
  }
  yield* settingFaults(subject, 'unknown-prop')
  yield* scenarioFaults(subject, 'unknown-prop')
}

export const unknownProp = defineLint({
  code: 'unknown-prop',
  severity: 'error',
  about:
    'An axis value, a step, an example, what fills a slot or a condition of a prop names a prop that the sheet does not have.',
  find: { sheet: props },
})

function* namedTokens(subject: SheetSubject): Generator<Fault<TokenAbout>> {
  const { sheet, rules, tokens } = subject
  for (const { part, reading, expectation, rule } of rules.flatMap(({ claims }) => claims)) {
    for (const named of partsOf(expectation)) {
      if (named.kind !== 'token' || tokens.has(named.path)) continue
      const near = tokens.nearest(named.path)
      const place = at(sheet, ['spec', rule.index, 'expect', part, reading.text])
      yield { at: place, message: `No token "${named.path}".${near ? ` Did you mean "${near}"?` : ''}` }
    }
  }
  yield* scenarioFaults(subject, 'unknown-token')
}

export const unknownToken = defineLint({
  code: 'unknown-token',
  severity: 'error',
  about: 'An expectation, or an alias among tokens, names a token that no file has.',
  isOfRules: true,
  find: { sheet: namedTokens, tokens: (subject) => tokenFaults(subject, 'unknown-token') },
})

function* components(subject: SheetSubject): Generator<Fault> {
  const { sheet, library } = subject
  const known = slugsIn(library)
  const axisSlots = sheet.axes.flatMap(({ reaches }) => Object.values(reaches).flat()).map(({ slots }) => slots ?? {})
  for (const [name, { accepts, default: filling, text }] of Object.entries(sheet.data.slots)) {
    const named = [
      ...(accepts === 'any' ? [] : accepts),
      ...[filling, ...axisSlots.flatMap((slots) => slots[name] ?? [])].flatMap((value) => [
        ...componentsIn(value, text),
      ]),
    ]
    for (const slug of new Set(named)) {
      if (!known.includes(slug)) yield { at: at(sheet, ['slots', name]), message: noSuch('component', slug, known) }
    }
  }
  yield* settingFaults(subject, 'unknown-component')
  yield* scenarioFaults(subject, 'unknown-component')
}

export const unknownComponent = defineLint({
  code: 'unknown-component',
  severity: 'error',
  about:
    'A slot accepts or holds a component that the library does not have, or a step or an example fills a slot that is not there.',
  find: { sheet: components },
})

function* componentsIn(value: SlotValue, isText: boolean): Generator<string> {
  if (typeof value === 'string') {
    if (value !== 'none' && !isText) yield value
  } else if ('component' in value) {
    yield value.component
    for (const inner of Object.values(value.slots ?? {})) yield* componentsIn(inner, true)
  }
}
