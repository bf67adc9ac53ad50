import { describe, expect, test } from '@jest/globals'
import { MATCH_SEPARATOR } from '../readings'
import type { StepFile } from '../steps'
import { changesBetween, readRecording, stepsOf, type Changed, type Observation } from '.'

const input = (at: number, given: StepFile, { timers = 0, isMoving = false } = {}): Observation => ({
  kind: 'input',
  at,
  input: given,
  timers,
  isMoving,
})
/** `tip visible no yes`, by a timer where it says so. */
const moment = (at: number, changes: string[], { isTimed = false, isMoving = false } = {}): Observation => ({
  kind: 'moment',
  at,
  isTimed,
  isMoving,
  changes: changes.map((text): Changed => {
    const [part = '', reading = '', from = '', ...to] = text.split(' ')
    return { part, reading, from: from === '-' ? '' : from, to: to.join(' ') }
  }),
})
const end = (at: number, { timers = 0, isMoving = false } = {}): Observation => ({ kind: 'end', at, timers, isMoving })
const timed = { isTimed: true }

const RECORDED: [what: string, seen: Observation[], steps: StepFile[]][] = [
  ['nothing', [], []],
  [
    'what came before the first input belongs to nothing',
    [moment(5, ['tip visible no yes']), input(10, { click: 'a' }), end(20)],
    [{ click: 'a' }],
  ],
  [
    'one expectation when all has come to rest',
    [
      input(10, { click: 'a' }),
      moment(10, ['a state.expanded no yes'], { isMoving: true }),
      moment(26, ['panel visible no yes'], { isMoving: true }),
      end(400),
    ],
    [{ click: 'a' }, { expect: { a: { 'state.expanded': 'yes' }, panel: { visible: 'yes' } } }],
  ],
  [
    'what came back to where it was is nothing',
    [input(10, { click: 'a' }), moment(10, ['a text x y']), moment(26, ['a text y x']), end(400)],
    [{ click: 'a' }],
  ],
  [
    'what a timer brings is expected within its time',
    [input(100, { hover: 'a' }), moment(700, ['tip visible no yes'], timed), end(900)],
    [{ hover: 'a' }, { eventually: { by: '620ms', tip: { visible: 'yes' } } }],
  ],
  [
    'moments close together are one, those far apart are each their own',
    [
      input(0, { click: 'a' }),
      moment(600, ['tip attr(class) x y', 'tip count 0 1'], timed),
      moment(616, ['tip visible no yes'], { isMoving: true }),
      moment(2000, ['tip visible yes no'], timed),
      end(3000),
    ],
    [
      { click: 'a' },
      { eventually: { by: '636ms', tip: { count: 1, visible: 'yes' } } },
      // Counted from the first moment at which the one before may have held.
      { eventually: { by: '1420ms', tip: { visible: 'no' } } },
    ],
  ],
  [
    'at once and later',
    [
      input(0, { click: 'a' }),
      moment(0, ['a state.pressed no yes'], { isMoving: true }),
      moment(300, ['tip visible no yes'], timed),
      end(500),
    ],
    [
      { click: 'a' },
      { expect: { now: true, a: { 'state.pressed': 'yes' } } },
      { eventually: { by: '320ms', tip: { visible: 'yes' } } },
    ],
  ],
  [
    'cut short by the next input: only what was seen',
    [
      input(0, { click: 'a' }),
      moment(0, ['a state.expanded no yes'], { isMoving: true }),
      input(40, { click: 'b' }, { isMoving: true }),
      end(400),
    ],
    [{ click: 'a' }, { expect: { now: true, a: { 'state.expanded': 'yes' } } }, { click: 'b' }],
  ],
  [
    'time counts where a timer waits',
    [
      input(0, { click: 'a' }),
      moment(0, ['tip visible no yes']),
      input(1500, { click: 'b' }, { timers: 1 }),
      moment(5000, ['tip visible yes no'], timed),
      end(5100),
    ],
    [
      { click: 'a' },
      { expect: { tip: { visible: 'yes' } } },
      { wait: '1500ms' },
      { click: 'b' },
      { eventually: { by: '3520ms', tip: { visible: 'no' } } },
    ],
  ],
  [
    'pointing at things is noted where it does something',
    [
      input(0, { hover: 'a' }),
      input(20, { hover: 'b' }),
      moment(20, ['b text x y']),
      input(50, { hover: 'c' }),
      input(60, { leave: 'c' }),
      input(70, { hover: 'd' }),
      end(90),
    ],
    // Who was hovered to some effect is left.
    [{ hover: 'b' }, { expect: { b: { text: 'y' } } }, { leave: 'c' }],
  ],
  [
    'pointing that begins to wait for something is kept',
    [input(0, { hover: 'a' }), input(300, { click: 'b' }, { timers: 1 }), end(400, { timers: 1 })],
    [{ hover: 'a' }, { wait: '300ms' }, { click: 'b' }],
  ],
  [
    'letters become one step, keys do not',
    [
      input(0, { type: 'h' }),
      moment(0, ['field prop(value) - h']),
      input(80, { type: 'u' }, { timers: 1 }),
      moment(80, ['field prop(value) h hu']),
      moment(380, ['list visible no yes'], timed),
      input(500, { press: 'Enter' }),
      end(600),
    ],
    [
      { type: 'hu' },
      { expect: { field: { 'prop(value)': 'hu' } } },
      { eventually: { by: '320ms', list: { visible: 'yes' } } },
      { press: 'Enter' },
    ],
  ],
  [
    'two clicks become a double click',
    [
      input(0, { click: 'a' }),
      moment(0, ['a state.pressed no yes']),
      input(90, { click: 'a' }),
      moment(90, ['a state.pressed yes no']),
      input(91, { 'double-click': 'a' }),
      moment(91, ['a text x y']),
      end(200),
    ],
    [{ 'double-click': 'a' }, { expect: { a: { text: 'y' } } }],
  ],
  [
    'a press that moves becomes a drag, one that is cancelled is none',
    [
      input(0, { click: 'a' }),
      { kind: 'amend', input: { drag: { from: 'a', by: [20, 0] } } },
      input(50, { tap: 'b' }),
      { kind: 'amend', input: undefined },
      end(60),
    ],
    [{ drag: { from: 'a', by: [20, 0] } }],
  ],
  [
    'turns of the wheel add up',
    [input(0, { scroll: { on: 'a', by: [0, 40] } }), input(9, { scroll: { on: 'a', by: [0, 60] } }), end(60)],
    [{ scroll: { on: 'a', by: [0, 100] } }],
  ],
  [
    'texts are written so that they are read as texts',
    [input(0, { click: 'a' }), moment(0, ['a text x Salt and bread', 'b text x Bread']), end(60)],
    [{ click: 'a' }, { expect: { a: { text: '"Salt and bread"' }, b: { text: 'Bread' } } }],
  ],
  [
    'events are counted from the start',
    [input(0, { click: 'a' }), moment(0, ['events toggle 0 1']), input(9, { click: 'b' }), end(60)],
    [{ click: 'a' }, { expect: { events: { toggle: 1 } } }, { click: 'b' }],
  ],
]

describe('a recording', () => {
  test.each(RECORDED)('%s', (_, seen, steps) => {
    expect(stepsOf(readRecording(seen), ({ isUsual }) => isUsual)).toEqual(steps)
  })

  test('what few want is offered and left out: classes, focus that has gone, texts of what holds others', () => {
    const [act] = readRecording([
      input(0, { click: 'a' }),
      moment(0, [
        'a attr(class) x y',
        'a focused yes no',
        'list text - One two',
        'item text - two',
        'item visible - no',
      ]),
      end(10),
    ])
    expect(act!.outcomes[0]!.offers.map(({ part, reading, isUsual }) => [part, reading, isUsual])).toEqual([
      ['a', 'attr(class)', false],
      ['a', 'focused', false],
      ['list', 'text', false],
      ['item', 'text', true],
      ['item', 'visible', false],
    ])
  })

  test('times are counted from what is kept', () => {
    const acts = readRecording([
      input(0, { click: 'a' }),
      moment(600, ['tip visible no yes'], timed),
      moment(2000, ['tip text x y'], timed),
      end(3000),
    ])
    expect(stepsOf(acts, ({ reading }) => reading === 'text')).toEqual([
      { click: 'a' },
      { eventually: { by: '2020ms', tip: { text: 'y' } } },
    ])
  })
})

describe('changes between two moments', () => {
  const many = (...texts: string[]) => texts.join(MATCH_SEPARATOR)
  test.each<[what: string, before: Record<string, string>, after: Record<string, string>, told: string[]]>([
    ['none', { 'a|text': 'x' }, { 'a|text': 'x' }, []],
    ['of one', { 'a|text': 'x' }, { 'a|text': 'y' }, ['a text x>y']],
    [
      'of one of several',
      { 'a|focused': many('no', 'no') },
      { 'a|focused': many('no', 'yes') },
      ['a[2] focused no>yes'],
    ],
    ['of one that comes', { 'a|text': 'x' }, { 'a|text': many('x', 'y') }, ['a[2] text >y']],
    ['of how many', { 'a|count': '1' }, { 'a|count': '2' }, ['a count 1>2']],
    ['of a part that comes', {}, { 'a|visible': 'yes' }, ['a visible >yes']],
    ['of events', { 'events|show': '1' }, { 'events|show': '2' }, ['events show 1>2']],
  ])('%s', (_, before, after, told) => {
    const changes = changesBetween(new Map(Object.entries(before)), new Map(Object.entries(after)))
    expect(changes.map(({ part, reading, from, to }) => `${part} ${reading} ${from}>${to}`)).toEqual(told)
  })
})
