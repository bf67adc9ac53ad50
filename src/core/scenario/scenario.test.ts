import { describe, expect, test } from '@jest/globals'
import { spaceOf } from '../matrix'
import { readLibrary, treeOf } from '../sheet'
import {
  advance,
  contains,
  judgeEvents,
  nextMoment,
  perform,
  type Clock,
  type EventRecord,
  type Performance,
  type PerformanceHost,
  type Activity,
} from '../steps'
import { joinPerformances } from './result'
import { readScenarios } from './scenario'

const read = (scenarios: string) => {
  const { library, problems } = readLibrary(
    treeOf({
      'library.yaml': 'library: 1\nname: T\ncontexts: { theme: [day, night] }\n',
      'components/t/t.sheet.yaml': `sheet: 1
name: T
source: { kind: markup, markup: t.liquid }
parts: { box: .box, tip: .tip }
props: { label: { type: text }, size: { type: number } }
slots: { lead: { accepts: any } }
events: { toggle: {} }
axes: { size: [small, large], lit: flag }
scenarios:
${scenarios}`,
      'components/t/t.liquid': '',
    }),
  )
  if (!library?.sheets[0]) throw new Error(JSON.stringify(problems))
  const [sheet] = library.sheets
  return readScenarios(sheet!, library, spaceOf(sheet!, library))
}
const steps = (list: string) => read(`  - { name: a, steps: [${list}] }`)[0]!

test('an axis, a context and a prop of one name are told apart where a scenario starts', () => {
  const start = (text: string) => read(`  - { name: a, start: { ${text} }, steps: [settle] }`)[0]!
  const { start: given, issues } = start('size: large, prop.size: 3, context.theme: night, axis.lit: true, label: x')
  expect(issues).toEqual([])
  expect(given.values).toMatchObject({ size: 'large', theme: 'night', lit: 'on' })
  expect(given.props).toEqual({ size: 3, label: 'x' })
  expect(start('size: 3').issues.map(({ message }) => message)).toEqual([
    'no size "3": it is the axis that is meant; "prop.size" is the prop',
  ])
  expect(start('axis.label: x').issues.map(({ message }) => message)).toEqual(['no axis "label" to start with'])
})

test.each([
  ['click: box', 'click box'],
  ['click: "box[2]"', 'click box[2]'],
  ['click: { at: [3, 4] }', 'click 3, 4'],
  ['press: Shift+Tab', 'press Shift+Tab'],
  ['type: "a b"', 'type "a b"'],
  ['wait: 500', 'wait 500ms'],
  ['wait: 1.5s', 'wait 1.5s'],
  ['settle: {}', 'settle'],
  ['settle', 'settle'],
  ['expect: { now: true, box: { width: 2px } }', 'expect now box width 2px'],
  [
    'eventually: { by: 20ms, tip: { visible: yes }, box: { width: 2px } }',
    'eventually by 20ms tip visible yes; box width 2px',
  ],
  ['throughout: { for: 1s, events: { toggle: 0 } }', 'throughout for 1s events toggle 0'],
])('%s reads as "%s"', (file, text) => {
  const { steps: all, issues } = steps(/^settle$/.test(file) ? file : `{ ${file} }`)
  expect([all[0]!.text, issues]).toEqual([text, []])
})

test.each([
  ['{ click: bocks }', 'unknown-part', 'no part "bocks"'],
  ['{ hover: "box[*]" }', 'bad-expectation', '"box[*]" names several'],
  ['{ set: { lable: x } }', 'unknown-prop', 'no prop "lable"'],
  ['{ fill: { trail: none } }', 'unknown-component', 'no slot "trail"'],
  ['{ context: { theme: dusk } }', 'unknown-value', 'no theme "dusk"'],
  ['{ context: { weather: fog } }', 'unknown-axis', 'no context "weather"'],
  ['{ expect: { bocks: { width: 1px } } }', 'unknown-part', 'no part "bocks"'],
  ['{ expect: { box: yes } }', 'bad-expectation', '"box" needs readings'],
  ['{ expect: { box: { widht: 1px } } }', 'bad-expectation', 'there is no reading "widht"; did you mean "width"?'],
  ['{ expect: { box: { "gap(tipp)": 1px } } }', 'unknown-part', 'no part "tipp"'],
  ['{ expect: { box: { width: same as size:small } } }', 'bad-expectation', 'a scenario has no other cases'],
  ['{ expect: { by: 2s, box: { width: 1px } } }', 'bad-expectation', '"by" belongs to "eventually"'],
  [
    '{ eventually: { by: soon, box: { width: 1px } } }',
    'bad-expectation',
    '"by" must be a time such as 250ms or 5s, not "soon"',
  ],
  ['{ throughout: { box: { width: 1px } } }', 'bad-expectation', '"throughout" needs "for"'],
  ['{ expect: { events: { togle: 1 } } }', 'bad-expectation', 'no event "togle"'],
  [
    '{ expect: { events: { toggle: { times: 1 } } } }',
    'bad-expectation',
    'an event has "count" and "detail", no "times"',
  ],
  ['{ drag: { from: box } }', 'bad-expectation', '"drag" needs either "to" or "by"'],
])('%s is %s', (file, code, message) => {
  const { issues } = steps(file)
  expect(issues.map((issue) => [issue.code, issue.message.slice(0, message.length)])).toEqual([[code, message]])
})

test('a start names axes, contexts and props, and nothing else', () => {
  const [scenario] = read(
    '  - { name: a, start: { size: large, lit: true, theme: night, label: Hut, hue: red }, steps: [settle] }',
  )
  expect(scenario!.start).toEqual({ values: { size: 'large', lit: 'on', theme: 'night' }, props: { label: 'Hut' } })
  expect(scenario!.issues.map(({ code, message }) => [code, message])).toEqual([
    ['unknown-axis', 'no "hue" to start with'],
  ])
})

/** A clock over moments that are known ahead; frames come every 16 ms between two of them. */
class FakeClock implements Clock {
  now = 0
  visited: number[] = []
  constructor(
    readonly timers: readonly number[],
    readonly moving: readonly [from: number, to: number][],
  ) {}
  activity(): Promise<Activity> {
    const ends = this.moving.flatMap(([from, to]) => (this.now >= from && this.now < to ? [to] : []))
    const dues = [...this.timers.filter((time) => time > this.now), ...ends]
    return Promise.resolve({
      isMoving: ends.length > 0,
      isTurning: false,
      ...(dues.length > 0 && { due: Math.min(...dues) }),
    })
  }
  goTo(time: number) {
    this.now = time
    this.visited.push(time)
    return Promise.resolve()
  }
}

describe('time', () => {
  test.each([
    [{ isMoving: false, isTurning: false }, false, 1000],
    [{ isMoving: false, isTurning: false, due: 600 }, false, 600],
    [{ isMoving: false, isTurning: false, due: 100 }, false, 1000],
    [{ isMoving: true, isTurning: false, due: 600 }, false, 116],
    [{ isMoving: true, isTurning: false, due: 105 }, false, 105],
    [{ isMoving: false, isTurning: true }, false, 1000],
    [{ isMoving: false, isTurning: true }, true, 116],
  ])('with %j the next moment is known', (activity, isWatched, next) =>
    expect(nextMoment(100, 1000, activity, isWatched)).toBe(next),
  )

  test('no timer is passed over, and no more than 16 ms of a movement: judged against every millisecond', async () => {
    for (let seed = 1; seed <= 60; seed++) {
      let state = seed * 7919
      const random = (most: number) => (state = (state * 48271) % 2147483647) % most
      const timers = Array.from({ length: random(6) }, () => random(900))
      const moving = Array.from({ length: random(3) }, (): [number, number] => {
        // A movement begins when a timer says so.
        const from = timers[random(Math.max(1, timers.length))] ?? 0
        return [from, from + 1 + random(200)]
      })
      const clock = new FakeClock(timers, moving)
      await advance(clock, 1000, () => Promise.resolve(false))
      const must = new Set([...timers.filter((time) => time > 0), ...moving.map(([, to]) => to), 1000])
      for (let ms = 1; ms <= 1000; ms++)
        if (must.has(ms)) expect({ seed, ms, visited: clock.visited.includes(ms) }).toEqual({ seed, ms, visited: true })
      let last = 0
      for (const at of clock.visited) {
        const isMoving = moving.some(([from, to]) => from <= last && last < to)
        if (isMoving) expect({ seed, at, step: at - last <= 16 }).toEqual({ seed, at, step: true })
        last = at
      }
    }
  })
})

const check = (measured: string, isRight: boolean) => ({
  part: 'tip',
  reading: 'visible',
  verdict: isRight ? ('holds' as const) : ('misses' as const),
  expectation: 'yes',
  expected: 'yes',
  measured,
  difference: '',
  rule: { index: 0, line: 1 },
  reason: '',
})

/** A component whose tip shows from one moment to another. */
function host(from: number, to: number, given: Partial<PerformanceHost> = {}): PerformanceHost {
  const clock = new FakeClock([from, to], [])
  return {
    clock,
    act: () => Promise.resolve({}),
    change: () => Promise.resolve(),
    settle: () => Promise.resolve({ isSettled: true }),
    changes: () => Promise.resolve(0),
    look: (step) => {
      const isThere = clock.now >= from && clock.now < to
      const isWanted = !step.text.includes('visible no')
      return Promise.resolve([check(isThere ? 'yes' : 'no', isThere === isWanted)])
    },
    events: () => Promise.resolve([]),
    ...given,
  }
}

test.each([
  ['{ eventually: { by: 700ms, tip: { visible: yes } } }', 600, 5000, 'holds', 600, ''],
  [
    '{ eventually: { by: 599ms, tip: { visible: yes } } }',
    600,
    5000,
    'misses',
    599,
    'not within 599 ms: tip · visible is no, expected yes',
  ],
  ['{ throughout: { for: 599ms, tip: { visible: no } } }', 600, 5000, 'holds', 599, ''],
  [
    '{ throughout: { for: 601ms, tip: { visible: no } } }',
    600,
    5000,
    'misses',
    600,
    'held for 600 ms only: tip · visible is yes, expected yes',
  ],
  ['{ expect: { tip: { visible: yes } } }', 0, 10, 'holds', 0, ''],
  ['{ wait: 20ms }', 5, 7, 'holds', 20, ''],
])('%s over %d to %d: %s at %d', async (step, from, to, verdict, at, message) => {
  const { steps: all } = steps(`${step}, { wait: 5 }`)
  const performance = await perform(all, host(from, to))
  expect(performance.steps[0]).toMatchObject({ verdict, at, message })
  expect(performance.steps[1]!.verdict).toBe(verdict === 'holds' ? 'holds' : 'open')
})

test('input that is refused ends a scenario; a note does not', async () => {
  const { steps: all } = steps('{ click: box }, { press: Tab }')
  const noted = await perform(all, host(0, 1, { act: () => Promise.resolve({ note: 'by script' }) }))
  expect([noted.verdict, noted.notes]).toEqual(['holds', ['by script']])
  const refused = await perform(all, host(0, 1, { act: () => Promise.resolve({ refused: 'box is covered by tip' }) }))
  expect([refused.verdict, refused.steps.map((step) => [step.verdict, step.message])]).toEqual([
    'misses',
    [
      ['misses', 'box is covered by tip'],
      ['open', ''],
    ],
  ])
})

test.each([
  [{ a: 1, b: { c: [1, 2] } }, { b: { c: [1, 2] } }, true],
  [{ a: 1 }, { a: 2 }, false],
  [{ a: 1 }, { b: undefined }, true],
  [[1, 2], [1], false],
  [undefined, { a: 1 }, false],
  ['larch', 'larch', true],
])('%j contains %j: %s', (data, wanted, is) => expect(contains(data, wanted)).toBe(is))

test('events are judged by their count and by what the last carried', () => {
  const events: EventRecord[] = [
    { name: 'toggle', at: 0, detail: { open: true } },
    { name: 'toggle', at: 5, detail: { open: false } },
  ]
  const judged = (text: string) => {
    const [step] = steps(`{ expect: { events: { toggle: ${text} } } }`).steps
    return judgeEvents('expected' in step! ? step.expected.events : [], events, 1).map(({ verdict, measured }) => [
      verdict,
      measured,
    ])
  }
  expect(judged('2')).toEqual([['holds', '2']])
  expect(judged('">= 3"')).toEqual([['misses', '2']])
  expect(judged('{ count: 2, detail: { open: false } }')).toEqual([
    ['holds', '2'],
    ['holds', '{"open":false}'],
  ])
  expect(judged('{ detail: { open: true } }')).toEqual([['misses', '{"open":false}']])
})

describe('several performances', () => {
  const made = (verdict: 'holds' | 'misses', message: string, at = 100): Performance => ({
    verdict,
    steps: [{ index: 0, step: 's', line: 1, verdict, from: 0, at, message }],
    events: [],
    duration: at,
    notes: [],
  })
  test.each([
    ['alike', [made('misses', 'x is 2px'), made('misses', 'x is 2px')], 'misses'],
    ['of values that differ by a hair', [made('misses', 'x is 61.98px'), made('misses', 'x is 62.1px')], 'misses'],
    ['of values that differ', [made('misses', 'x is 61px'), made('misses', 'x is 70px')], 'unsteady'],
    ['at other times', [made('holds', '', 100), made('holds', '', 116)], 'unsteady'],
    ['of other verdicts', [made('misses', 'x'), made('holds', '')], 'unsteady'],
  ])('%s', (_, performances, verdict) => expect(joinPerformances(performances).verdict).toBe(verdict))
})
