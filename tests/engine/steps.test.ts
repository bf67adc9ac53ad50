import { describe, expect, test } from '@jest/globals'
import { thing, verifyTree } from '../support/library'
import { playTree, troublesOf } from '../support/scenarios'
import { engineBrowser } from '../support/browsers'

/** A component with one of each thing that input may meet. */
const yard = (scenarios: string, script = '() => {}', more = '') => {
  const tree = thing({
    sheet: `
${more}
parts: { root: .yard, gate: .gate, post: .post, veil: .veil, far: .far, off: .off, hidden: .hidden, field: input, twin: .twin, log: .log, pull: .pull, mark: { select: .gate, pseudo: "::after" } }
props: { word: { type: text, default: Hut }, many: { type: flag, default: false } }
slots: { lead: { accepts: any, text: true, default: none } }
events: { seen: {} }
scenarios:
${scenarios}`,
    markup: `<div class="yard"><button class="gate">Gate</button><button class="post">Post</button><i class="veil"></i><button class="far">Far</button><button class="off" disabled>Off</button><b class="hidden">x</b><input value="a"><i class="twin">1</i><i class="twin">2</i><p class="log">{{ props.word }}</p><span class="pull">{{ slots.lead }}</span>{% if props.many %}<em>many</em>{% endif %}</div>`,
    css: `.yard { position: relative; width: 400px; height: 200px }
.post, .veil { position: absolute; left: 200px; top: 0; width: 80px; height: 40px }
.far { position: fixed; left: 4000px }
.hidden { visibility: hidden }
.gate::after { content: "x" }
.gate:hover { color: rgb(0, 0, 255) }
.pull { position: absolute; left: 0; top: 150px; width: 40px; height: 20px; touch-action: none }`,
    'components/thing/thing.js': `export default ${script}`,
  })
  return withScript(tree)
}

/** The same with the component's script named in its sheet. */
function withScript(tree: ReturnType<typeof thing>) {
  const file = 'components/thing/thing.sheet.yaml'
  const text = new TextDecoder()
    .decode(tree.bytes(file))
    .replace('styles: [thing.css] }', 'styles: [thing.css], script: thing.js }')
  return { ...tree, bytes: (path: string) => (path === file ? new TextEncoder().encode(text) : tree.bytes(path)) }
}

const LOG = `(root, { emit }) => {
  const log = root.querySelector('.log')
  const say = (word) => { log.textContent = (log.textContent + ' ' + word).trim() }
  for (const type of ['click', 'dblclick', 'pointerdown', 'pointermove', 'pointerup', 'keydown'])
    root.addEventListener(type, (event) => {
      if (type === 'pointermove' && !event.buttons) return
      if (type === 'pointermove' && log.textContent.endsWith('pointermove')) return
      say(type === 'keydown' ? event.key : type === 'pointerdown' ? event.pointerType : type)
      if (!event.isTrusted) say('faked')
    })
}`

describe.each(['engine', 'page'] as const)('steps, by the %s clock', (clock) => {
  test('what cannot be reached is refused, with what was found there instead', async () => {
    const steps: [step: string, told: string][] = [
      ['click: "twin[3]"', 'there is no twin[3] (.twin): only 2 are there'],
      ['click: post', 'post is covered by veil (<i class="veil">)'],
      ['hover: hidden', 'hidden cannot be pointed at: it has visibility: hidden'],
      ['hover: far', 'far lies outside of the stage, at 4000'],
      ['click: { at: [5000, 5] }', '5000, 5 lies outside of the stage'],
      ['click: mark', 'mark is a pseudo-element, which takes no input'],
      ['focus: veil', 'veil cannot have the focus: neither Tab nor a script gives it'],
      ['press: Entre', 'there is no key "Entre"; did you mean "Enter"?'],
    ]
    const tree = yard(steps.map(([step], at) => `  - { name: s${at}, steps: [{ ${step} }] }`).join('\n'))
    const results = await playTree(tree, { clock })
    steps.forEach(([, told], at) => {
      const result = results.get(`s${at}`)!
      expect([result.verdict, result.performance.steps[0]!.message.slice(0, told.length)]).toEqual(['misses', told])
    })
  })

  test('nothing of one document is left for the next: no pointer, nothing that was kept', async () => {
    const tree = yard(
      `
  - { name: first, steps: [{ hover: gate }, { expect: { gate: { color: "rgb(0, 0, 255)" }, log: { text: Hut 1 } } }] }
  - { name: second, steps: [{ expect: { gate: { color: "not rgb(0, 0, 255)" }, log: { text: Hut 1 } } }] }`,
      `(root) => {
  localStorage.seen = Number(localStorage.seen ?? 0) + 1
  root.querySelector('.log').textContent += ' ' + localStorage.seen
}`,
    )
    const results = await playTree(tree, { clock, lanes: 1 })
    expect([...results.values()].flatMap(troublesOf)).toEqual([])
  })

  test('input acts wherever a person could act, also where nothing then happens', async () => {
    const tree = thing({
      sheet: `
parts: { root: .pen, off: .off, deaf: .deaf, fixed: .fixed, label: .pen slot-pen > span, log: .log }
events: { click: {} }
scenarios:
  - name: disabled
    steps: [{ click: off }, { expect: { events: { click: 0 }, log: { text: "" } } }]
  - name: without pointer events
    steps: [{ click: deaf }, { expect: { log: { text: "DIV" } } }]
  - name: read-only
    steps: [{ focus: fixed }, { type: b }, { expect: { fixed: { prop(value): a } } }]
  - name: nowhere
    steps: [{ type: xy }, { expect: { log: { text: "x y" } } }]
  - name: slotted
    steps: [{ hover: label }, { click: label }, { expect: { log: { text: SPAN } } }]
`,
      markup: `<div class="pen"><button class="off" disabled>Off</button><button class="deaf">Deaf</button><input class="fixed" readonly value="a"><slot-pen><span>Words</span></slot-pen><p class="log"></p></div>`,
      css: '.deaf { pointer-events: none }',
      'components/thing/thing.js': `
class Pen extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<button><slot></slot></button>' } }
if (!customElements.get('slot-pen')) customElements.define('slot-pen', Pen)
export default (root) => {
  const log = root.querySelector('.log')
  const say = (word) => { log.textContent = (log.textContent + ' ' + word).trim() }
  root.addEventListener('click', (event) => event.target !== root.querySelector('.fixed') && say(event.target.tagName))
  document.addEventListener('keydown', ({ key, target }) => target === document.body && key.length === 1 && say(key))
}`,
    })
    const results = await playTree(withScript(tree), { clock })
    const told = [...results].flatMap(([name, result]) => troublesOf(result).map((trouble) => `${name}: ${trouble}`))
    expect(told.toSorted()).toEqual([
      'nowhere: type "xy": holds, nothing that takes text has the focus: nothing has it',
      'read-only: type "b": holds, nothing that takes text has the focus: fixed (<input class="fixed">) has it',
    ])
  })

  test('settle lets time pass until nothing moves: animations, frames, and timers that keep changing the document', async () => {
    const tree = thing({
      sheet: `
parts: { root: .box }
scenarios:
  - name: interval
    steps: [{ click: root }, settle, { expect: { root: { height: 80px, attr(data-done): "yes" } } }]
  - name: nothing
    start: { way: none }
    steps: [settle, { throughout: { for: 699ms, root: { attr(data-late): none } } }, { eventually: { by: 2ms, root: { attr(data-late): "yes" } } }]
  - name: endless
    start: { way: endless }
    steps: [{ click: root }, settle]
props: { way: { type: text, default: interval } }
axes: { way: [interval, none, endless] }
`,
      markup: '<div class="box" data-way="{{ props.way }}">x</div>',
      css: '.box { height: 40px; transition: width 300ms }',
      'components/thing/thing.js': `export default (root) => {
  if (root.dataset.way === 'none') setTimeout(() => (root.dataset.late = 'yes'), 700)
  root.addEventListener('click', () => {
    let height = 40
    const id = setInterval(() => {
      root.style.height = ++height + 'px'
      if (height === 80 && root.dataset.way === 'interval') { clearInterval(id); root.dataset.done = 'yes' }
    }, 10)
  })
}`,
    })
    const results = await playTree(withScript(tree), { clock })
    const told = [...results].flatMap(([name, result]) => troublesOf(result).map((trouble) => `${name}: ${trouble}`))
    expect(told).toEqual(['endless: settle: holds, after 5 s it still moves: a timer'])
  })

  test('scrolling turns the wheel over a part, or brings a part into sight', async () => {
    const tree = thing({
      sheet: `
parts: { root: .list, last: .list p:last-child }
scenarios:
  - name: wheel
    steps: [{ scroll: { on: root, by: [0, 60] } }, { expect: { root: { prop(scrollTop): "60" } } }]
  - name: into sight
    steps:
      - expect: { root: { prop(scrollTop): "0" }, last: { visible: no } }
      - scroll: last
      - expect: { last: { visible: yes }, root: { prop(scrollTop): "300" } }
`,
      markup: '<div class="list"><p></p><p></p><p></p><p></p></div>',
      css: '.list { width: 120px; height: 100px; overflow: auto } .list p { height: 100px; margin: 0; background: #ddd }',
    })
    const results = await playTree(tree, { clock })
    expect([...results].map(([name, result]) => [name, result.verdict, troublesOf(result)])).toEqual(
      expect.arrayContaining([
        ['wheel', 'holds', []],
        ['into sight', 'holds', []],
      ]),
    )
    expect(results.size).toBe(2)
  })

  test('input is real: trusted, with all that a person would cause', async () => {
    const expectLog = (text: string) => `{ expect: { log: { text: "${text}" } } }`
    const tree = yard(
      `  - { name: click, start: { word: "" }, steps: [{ click: gate }, ${expectLog('mouse pointerup click')}] }
  - { name: twice, start: { word: "" }, steps: [{ double-click: gate }, ${expectLog('mouse pointerup click mouse pointerup click dblclick')}] }
  - { name: tap, start: { word: "" }, steps: [{ tap: gate }, ${expectLog('touch pointerup click')}] }
  - { name: hover, steps: [{ hover: gate }, { expect: { gate: { color: "rgb(0, 0, 255)" } } }, { leave: gate }, { expect: { gate: { color: "not rgb(0, 0, 255)" } } }] }
  - { name: keys, start: { word: "" }, steps: [{ focus: field }, { press: Shift+End }, { press: b }, { expect: { field: { prop(value): b } } }] }
  - { name: type, steps: [{ click: field }, { type: "b\\u00e9" }, { expect: { field: { prop(value): "ab\\u00e9" } } }] }
  - { name: drag, start: { word: "" }, steps: [{ drag: { from: pull, by: [30, 0] } }, ${expectLog('mouse pointermove pointerup click')}] }
  - { name: beside, start: { word: "" }, steps: [{ click: page }, { expect: { log: { text: "" } } }] }`,
      LOG,
    )
    const results = await playTree(tree, { clock })
    expect(
      [...results].flatMap(([name, result]) => troublesOf(result).map((trouble) => `${name}: ${trouble}`)),
    ).toEqual([])
  })

  test('set and fill change what the template renders, and nothing that a person or a script has changed', async () => {
    const tree = yard(
      `  - name: in place
    steps:
      - click: field
      - type: bc
      - set: { many: true, word: Moor }
      - expect: { field: { prop(value): abc, focused: yes }, log: { text: Moor }, root: { text: "Gate Post Far Off 1 2 Moor many" } }
      - expect: { gate: { attr(data-seen): "yes" } }
      - fill: { lead: Lamp }
      - expect: { pull: { text: Lamp }, field: { prop(value): abc } }
      - fill: { lead: none }
      - expect: { pull: { text: "" } }`,
      "(root) => { root.querySelector('.gate').dataset.seen = 'yes'; return { update() {} } }",
    )
    const result = (await playTree(tree, { clock })).get('in place')!
    expect(troublesOf(result).filter((trouble) => !trouble.includes('root · text'))).toEqual([])
  })
})

test('a step that changes the context changes what tokens mean, and what is rendered', async () => {
  const theme = (value: string) => [{ tone: { $type: 'color', $value: value } }]
  const tree = thing({
    sheet: `
parts: { root: .box }
scenarios:
  - name: dusk
    steps:
      - expect: { root: { background-color: "{tone}" } }
      - context: { theme: night }
      - expect: { root: { background-color: "{tone}" } }
      - expect: { root: { background-color: "rgb(16, 32, 48)" } }
      - context: { theme: day }
      - expect: { root: { background-color: "{tone}" } }
`,
    markup: '<p class="box">x</p>',
    css: '.box { background: var(--tone) }',
    library: 'tokens: [t.resolver.json]\ncontexts: { theme: [day, night] }\n',
    't.resolver.json': JSON.stringify({
      version: '2025.10',
      modifiers: { theme: { default: 'day', contexts: { day: theme('#fff1e0'), night: theme('#102030') } } },
      resolutionOrder: [{ $ref: '#/modifiers/theme' }],
    }),
  })
  const result = (await playTree(tree)).get('dusk')!
  expect([result.verdict, troublesOf(result)]).toEqual(['holds', []])
})

test('a scenario that hangs costs its own time only, and says where', async () => {
  const tree = yard(
    `  - { name: hangs, steps: [{ hover: gate }, { click: gate }, { expect: { gate: { visible: yes } } }] }
  - { name: works, steps: [{ hover: gate }, { expect: { gate: { visible: yes } } }] }`,
    "(root) => { root.querySelector('.gate').addEventListener('click', () => { for (;;); }) }",
  )
  const results = await playTree(tree, { limit: 1500, lanes: 1 })
  expect(results.get('works')!.verdict).toBe('holds')
  const { verdict, performance } = results.get('hangs')!
  expect([verdict, performance.steps.map((step) => step.verdict)]).toEqual(['misses', ['holds', 'misses', 'open']])
  expect(performance.steps[1]!.message).toContain('did not come to an end within 1.5 s')
})

test('what differs from one performance to the next is unsteady, with both', async () => {
  const tree = yard(
    '  - { name: luck, steps: [{ click: gate }, { expect: { log: { text: even } } }] }',
    "(root) => { root.querySelector('.gate').addEventListener('click', () => { root.querySelector('.log').textContent = Math.random() < 0.5 ? 'even' : 'odd' }) }",
  )
  const { verdict, performance, other } = (await playTree(tree, { repeat: 20 })).get('luck')!
  expect(verdict).toBe('unsteady')
  expect([performance.verdict, other!.verdict].toSorted()).toEqual(['holds', 'misses'])
})

test('a case that is reached by steps is read like any other', async () => {
  const tree = yard(
    '  - { name: s, steps: [settle] }',
    '() => {}',
    `axes: { touched: { of: state, values: { no: {}, yes: { steps: [{ hover: gate }] } } } }
spec:
  - expect: { gate: { color: "rgb(0, 0, 0)" } }
  - when: { touched: yes }
    expect: { gate: { color: "rgb(0, 128, 0)" } }`,
  )
  const { report } = await verifyTree(await engineBrowser(), tree)
  expect(report.totals).toMatchObject({ cases: 2, holds: 1, misses: 1, unread: 0 })
  expect(report.components[0]!.findings[0]).toMatchObject({
    measured: 'rgb(0, 0, 255)',
    cases: ['touched=yes'],
    origin: { file: 'thing.css', line: 6 },
  })
})
