import { describe, expect, test } from '@jest/globals'
import { playTree, troublesOf } from '../support/scenarios'
import { times } from '../support/extent'
import { thing } from '../support/library'

/**
 * What both clocks must agree on. The component writes down what happens; each line of the table is one way of waiting,
 * with what must stand there after how long.
 */
const WAYS: [name: string, code: string, moments: [ms: number, log: string][]][] = [
  [
    'a timer',
    "setTimeout(() => log('timer'), 600)",
    [
      [599, ''],
      [1, 'timer'],
    ],
  ],
  ['a timer of nothing', "setTimeout(() => log('now'), 0)", [[0, 'now']]],
  [
    'a long timer',
    "setTimeout(() => log('late'), 10000)",
    [
      [9999, ''],
      [1, 'late'],
    ],
  ],
  [
    'timers in turn',
    "setTimeout(() => { log('a'); setTimeout(() => log('b'), 100) }, 100)",
    [
      [199, 'a'],
      [1, 'a b'],
    ],
  ],
  [
    'a timer that is taken back',
    "const id = setTimeout(() => log('no'), 50); setTimeout(() => clearTimeout(id), 40)",
    [[200, '']],
  ],
  [
    'an interval',
    'let n = 0; const id = setInterval(() => { log(++n); if (n === 3) clearInterval(id) }, 100)',
    [
      [99, ''],
      [1, '1'],
      [150, '1 2'],
      [500, '1 2 3'],
    ],
  ],
  ['a frame', "requestAnimationFrame(() => log('frame'))", [[0, 'frame']]],
  [
    'frames in turn',
    "const t0 = performance.now(); const f = () => performance.now() - t0 < 100 ? requestAnimationFrame(f) : log('hundred'); f()",
    [
      [90, ''],
      [22, 'hundred'],
    ],
  ],
  ['dates', 'const t0 = Date.now(); setTimeout(() => log(Date.now() - t0), 1234)', [[1234, '1234']]],
  [
    'performance.now',
    'const t0 = performance.now(); setTimeout(() => log(performance.now() - t0), 333)',
    [[333, '333']],
  ],
  [
    'a time-out signal',
    "AbortSignal.timeout(800).addEventListener('abort', () => log('aborted'))",
    [
      [799, ''],
      [1, 'aborted'],
    ],
  ],
  [
    'a posted task',
    "scheduler.postTask(() => log('task'), { delay: 300 })",
    [
      [299, ''],
      [1, 'task'],
    ],
  ],
  [
    'a message to oneself',
    "const c = new MessageChannel(); c.port1.onmessage = () => log('message'); c.port2.postMessage(0)",
    [[0, 'message']],
  ],
  [
    'a transition',
    "box.classList.add('moved'); box.addEventListener('transitionend', (e) => log(e.propertyName))",
    [
      [199, ''],
      [1, 'opacity'],
    ],
  ],
  [
    'a transition with a delay',
    "box.classList.add('slow'); box.addEventListener('transitionstart', () => log('start')); box.addEventListener('transitionend', () => log('end'))",
    [
      [299, ''],
      [1, 'start'],
      [199, 'start'],
      [1, 'start end'],
    ],
  ],
  [
    'a keyframe animation',
    "box.classList.add('pulse'); for (const type of ['animationstart', 'animationiteration', 'animationend']) box.addEventListener(type, () => log(type.slice(9)))",
    [
      [0, 'start'],
      [101, 'start iteration'],
      [99, 'start iteration end'],
    ],
  ],
  [
    'an animation by script',
    "box.animate({ opacity: [0, 1] }, 250).finished.then(() => log('finished'))",
    [
      [249, ''],
      [1, 'finished'],
    ],
  ],
  [
    'a timer that starts a transition',
    "setTimeout(() => box.classList.add('moved'), 100); box.addEventListener('transitionend', () => log('end'))",
    [
      [299, ''],
      [1, 'end'],
    ],
  ],
  [
    'a transition while the machine is busy',
    // Longer than the transition, in tasks between which frames are drawn.
    "box.classList.add('quick'); box.addEventListener('transitionend', () => log('end')); const c = new MessageChannel(); let n = 4; c.port1.onmessage = () => { for (let i = 0; i < 6e7; i++); if (--n > 0) c.port2.postMessage(0) }; c.port2.postMessage(0)",
    [
      [0, ''],
      [19, ''],
      [1, 'end'],
    ],
  ],
]

const library = (ways: typeof WAYS) =>
  thing({
    sheet: `
parts: { root: .box, go: .go, log: .log, box: .square }
props: { way: { type: number, default: 0 } }
scenarios:
${ways
  .map(
    ([name, , moments], at) => `  - name: ${name}
    start: { way: ${at} }
    steps:
      - click: go
${moments.map(([ms, log]) => `${ms > 0 ? `      - wait: ${ms}ms\n` : ''}      - expect: { now: true, log: { text: ${JSON.stringify(log)} } }`).join('\n')}`,
  )
  .join('\n')}
`,
    markup: '<div class="box"><button class="go">go</button><div class="square"></div><p class="log"></p></div>',
    css: `.square { width: 40px; height: 40px }
.moved { opacity: .5; transition: opacity 200ms }
.quick { opacity: .5; transition: opacity 20ms }
.slow { opacity: .5; transition: opacity 200ms 300ms }
.pulse { animation: pulse 100ms 2 }
@keyframes pulse { to { opacity: 0 } }`,
    'components/thing/thing.js': `
const ways = [${ways.map(([, code]) => `(log, box) => { ${code} }`).join(',\n')}]
export default (root, { props }) => {
  const said = []
  const log = (word) => { said.push(word); root.querySelector('.log').textContent = said.join(' ') }
  root.querySelector('.go').addEventListener('click', () => ways[props.way](log, root.querySelector('.square')))
}`,
    library: '',
  })

const withScript = (tree: ReturnType<typeof thing>) => {
  const file = 'components/thing/thing.sheet.yaml'
  const text = new TextDecoder()
    .decode(tree.bytes(file))
    .replace('styles: [thing.css] }', 'styles: [thing.css], script: thing.js }')
  return { ...tree, bytes: (path: string) => (path === file ? new TextEncoder().encode(text) : tree.bytes(path)) }
}

const RUNS = times(10, 40)

describe.each(['engine', 'page'] as const)('the %s clock', (clock) => {
  test('keeps the time of everything that waits', async () => {
    const results = await playTree(withScript(library(WAYS)), { clock })
    const found = [...results].map(([name, result]) => [name, result.verdict, troublesOf(result)])
    expect(found.toSorted()).toEqual(WAYS.map(([name]) => [name, 'holds', []]).toSorted())
    expect([...results.values()].map((result) => result.clock)).toEqual(WAYS.map(() => clock))
  })

  test('gives the same result again and again', async () => {
    const ways = WAYS.filter(([name]) => name === 'a timer that starts a transition')
    const [result] = (await playTree(withScript(library(ways)), { clock, repeat: RUNS, lanes: 1 })).values()
    expect(result!.other?.steps).toBeUndefined()
    expect([result!.verdict, result!.runs, result!.performance.duration]).toEqual(['holds', RUNS, 300])
  })

  test('debounced input comes once, when nothing has been typed for a while', async () => {
    const tree = thing({
      sheet: `
source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
parts: { field: input, out: output }
events: { ask: {} }
scenarios:
  - name: debounce
    steps:
      - click: field
      - type: la
      - wait: 200ms
      - type: rch
      - throughout: { for: 299ms, out: { text: "" } }
      - eventually: { by: 2ms, out: { text: larch } }
      - expect: { events: { ask: { count: 1, detail: larch } } }
`,
      markup: '<div><input><output></output></div>',
      'components/thing/thing.js': `
export default (root, { emit }) => {
  let timer
  root.querySelector('input').addEventListener('input', ({ target }) => {
    clearTimeout(timer)
    timer = setTimeout(() => { root.querySelector('output').textContent = target.value; emit('ask', target.value) }, 300)
  })
}`,
    })
    const result = (await playTree(tree, { clock })).get('debounce')!
    expect(troublesOf(result)).toEqual([])
    expect(result.performance.steps[5]).toMatchObject({ heldAfter: 1, at: 500 })
  })

  test('React works off what was put off, in no time', async () => {
    const tree = thing({
      sheet: `
source: { kind: react, module: thing.tsx, export: Thing }
parts: { root: .box, go: .go, soon: .now, later: .later, slow: .slow }
scenarios:
  - name: put off
    steps:
      - click: go
      - expect: { now: true, soon: { text: "1" }, later: { text: "1" }, slow: { text: "0" } }
      - throughout: { for: 249ms, slow: { text: "0" } }
      - eventually: { by: 2ms, slow: { text: "1" } }
`,
      markup: '',
      'components/thing/thing.tsx': `
import { startTransition, useDeferredValue, useEffect, useState } from 'react'
export function Thing() {
  const [now, setNow] = useState(0)
  const [put, setPut] = useState(0)
  const [slow, setSlow] = useState(0)
  const later = useDeferredValue(put)
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setSlow(later)), 250)
    return () => clearTimeout(timer)
  }, [later])
  const go = () => { setNow(now + 1); startTransition(() => setPut(put + 1)) }
  return <div className="box"><button className="go" onClick={go}>go</button><b className="now">{now}</b><b className="later">{later}</b><b className="slow">{slow}</b></div>
}`,
    })
    const result = (await playTree(tree, { clock })).get('put off')!
    expect(troublesOf(result)).toEqual([])
    expect(result.performance.steps[3]).toMatchObject({ heldAfter: 1, at: 250 })
  })

  test('what it does not control is told', async () => {
    const tree = thing({
      sheet: `
parts: { root: svg }
scenarios: [{ name: smil, steps: [{ wait: 10ms }] }]
`,
      markup: '<svg width="20" height="20"><circle r="4"><animate attributeName="r" to="9" dur="1s"/></circle></svg>',
    })
    const result = (await playTree(tree, { clock })).get('smil')!
    expect(result.performance.notes.join()).toContain('SMIL')
  })
})
