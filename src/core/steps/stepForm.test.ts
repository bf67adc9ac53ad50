import { describe, expect, test } from '@jest/globals'
import { faultIn, fieldsOf, STEP_LIST, stepOf, type StepFile, type StepGiven, type StepKind } from '.'

const STEPS: [kind: StepKind, given: StepGiven, step: StepFile][] = [
  ['click', { part: 'header[2]' }, { click: 'header[2]' }],
  ['press', { text: 'Shift+Tab' }, { press: 'Shift+Tab' }],
  ['type', { text: 'Firn' }, { type: 'Firn' }],
  ['wait', { text: '5s' }, { wait: '5s' }],
  ['settle', {}, { settle: null }],
  ['set', { name: 'loading', value: 'true' }, { set: { loading: 'true' } }],
  ['context', { name: 'theme', value: 'night' }, { context: { theme: 'night' } }],
  ['drag', { part: 'thumb', by: '40, 0' }, { drag: { from: 'thumb', by: [40, 0] } }],
  ['scroll', { part: 'list', by: '0 120' }, { scroll: { on: 'list', by: [0, 120] } }],
  ['expect', { part: 'tip', reading: 'visible', value: 'yes' }, { expect: { tip: { visible: 'yes' } } }],
  ['expect', { part: 'events', reading: 'toggle', value: '1' }, { expect: { events: { toggle: 1 } } }],
  [
    'eventually',
    { time: '250ms', part: 'tip', reading: 'visible', value: 'yes' },
    { eventually: { by: '250ms', tip: { visible: 'yes' } } },
  ],
  ['eventually', { part: 'tip', reading: 'visible', value: 'yes' }, { eventually: { tip: { visible: 'yes' } } }],
  [
    'throughout',
    { time: '1s', part: 'tip', reading: 'visible', value: 'no' },
    { throughout: { for: '1s', tip: { visible: 'no' } } },
  ],
]

test.each(STEPS)('%s of what was given', (kind, given, step) => {
  expect(stepOf(kind, given)).toEqual(step)
  expect(faultIn(kind, given)).toBeUndefined()
})

describe('what is missing or wrong is told', () => {
  test.each<[StepKind, StepGiven, string]>([
    ['click', {}, 'Part is missing'],
    ['throughout', { part: 'tip', reading: 'visible', value: 'no' }, 'For is missing'],
    ['eventually', { time: 'soon', part: 'tip', reading: 'visible', value: 'no' }, 'Within must be a time'],
    ['drag', { part: 'thumb', by: 'far' }, 'Across and down, in px: two numbers'],
    ['wait', { text: 'long' }, 'cannot be read'],
  ])('%s', (kind, given, fault) => expect(faultIn(kind, given)).toContain(fault))
})

test('every kind of step can be written by fields', () => {
  for (const { kind } of STEP_LIST) {
    const given = Object.fromEntries(
      fieldsOf(kind).map(({ key, example }) => [key, example ?? (key === 'part' ? 'root' : 'x')]),
    )
    expect([kind, faultIn(kind, kind === 'wait' ? { text: '1s' } : given)]).toEqual([kind, undefined])
  }
})
