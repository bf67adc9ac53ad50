import { describe, expect, test } from '@jest/globals'
import { thing, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

/** Verifies a custom element or a script of a few lines; gives back its findings in words, and its notes. */
async function verify(parts: Parameters<typeof thing>[0]) {
  const { report } = await verifyTree(await engineBrowser(), thing(parts))
  const [component] = report.components
  return { findings: component!.findings.map(({ message }) => message), notes: component!.notes, report }
}

const SCRIPT = 'source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }\n'
const ELEMENT = 'source: { kind: element, module: thing.js, tag: test-thing, styles: [thing.css] }\n'
const element = (inner: string, options = '', more = '') => `
customElements.get('test-thing') ?? customElements.define('test-thing', class extends HTMLElement {
  connectedCallback() { const tree = this.attachShadow({ mode: 'open' ${options} }); ${more} tree.innerHTML = ${JSON.stringify(inner)} }
})`

describe('rendering that comes later', () => {
  test.each([
    ['a microtask', 'queueMicrotask(work)'],
    ['a task', 'setTimeout(work)'],
    ['two frames', 'requestAnimationFrame(() => requestAnimationFrame(work))'],
    ['idle time', 'requestIdleCallback(work)'],
    ['a loaded module', "import('./late.js').then(work)"],
  ])('by %s is there before states are brought about', async (_, later) => {
    const { findings } = await verify({
      sheet: `${SCRIPT}parts: { root: .box, late: .late }
axes: { state: { of: state, values: { rest: {}, hover: { pseudo: hover, on: late }, marked: { class: marked, on: late } } } }
spec:
  - expect: { late: { text: here, color: "rgb(1, 2, 3)" } }
  - when: { state: hover }
    expect: { late: { color: "rgb(9, 9, 9)" } }
  - when: { state: marked }
    expect: { late: { color: "rgb(7, 7, 7)" } }
`,
      markup: '<div class="box"></div>',
      'components/thing/late.js': 'export default 1',
      css: '.late { color: rgb(1, 2, 3) } .late:hover { color: rgb(9, 9, 9) } .late.marked { color: rgb(7, 7, 7) }',
      'components/thing/thing.js': `export default (root) => { const work = () => { root.innerHTML = '<b class="late">here</b>' }; ${later} }`,
    })
    expect(findings).toEqual([])
  })

  test('never waits for a timer with a delay', async () => {
    const { findings } = await verify({
      sheet: `${SCRIPT}parts: { root: .box }\nspec: [{ expect: { root: { attr(data-late): none } } }]`,
      markup: '<div class="box"></div>',
      'components/thing/thing.js': `export default (root) => { setTimeout(() => (root.dataset.late = 'yes'), 5) }`,
    })
    expect(findings).toEqual([])
  })
})

test('text is read as it is shown, through shadow trees and slots', async () => {
  const { findings } = await verify({
    sheet: `${ELEMENT}parts: { root: test-thing, label: "test-thing::part(label)" }
slots: { default: { accepts: [], text: true, default: Save now } }
spec: [{ expect: { root: { text: SAVE NOW then so }, label: { text: SAVE NOW, text.lines: 1, text.clipped: no } } }]
`,
    markup: '',
    'components/thing/thing.js': element(
      '<style>span { text-transform: uppercase } i { visibility: hidden }</style><span part="label"><slot></slot></span><div>then <b hidden>never</b><i>not</i>so</div>',
    ),
  })
  expect(findings).toEqual([])
})

describe('the pointer and the focus', () => {
  const states = `axes: { state: { of: state, values: { rest: {}, hover: { pseudo: hover }, focus: { pseudo: [focus, focus-visible] } } } }\n`

  test('reach what they would reach inside of an element', async () => {
    const { findings } = await verify({
      sheet: `${ELEMENT}parts: { root: test-thing, inner: test-thing >>> .wrap button, label: "test-thing::part(label)" }
${states}spec:
  - expect: { inner: { color: "rgb(1, 2, 3)", outline-style: none, focused: no, role: button }, label: { text: Go } }
  - when: { state: hover }
    expect: { inner: { color: "rgb(9, 9, 9)" } }
  - when: { state: focus }
    expect: { inner: { outline-style: solid, focused: yes } }
`,
      markup: '',
      'components/thing/thing.js': element(
        '<style>button { color: rgb(1, 2, 3) } button:hover { color: rgb(9, 9, 9) } button:focus-visible { outline: 2px solid }</style><div class="wrap"><button><b part="label">Go</b></button></div>',
        ', delegatesFocus: true',
      ),
    })
    expect(findings).toEqual([])
  })

  test('are given for real where code answers to them, which is told', async () => {
    const { findings, notes } = await verify({
      sheet: `${SCRIPT}parts: { root: .box }
props: { n: { type: choice, values: [a, b], default: a } }
${states.replace('axes: {', 'axes: { n: [a, b],')}spec:
  - expect: { root: { attr(data-hovered): none, color: "rgb(1, 2, 3)" } }
  - when: { state: hover }
    expect: { root: { attr(data-hovered): "", color: "rgb(9, 9, 9)" } }
`,
      markup: '<button class="box">{{ props.n }}</button>',
      css: '.box { color: rgb(1, 2, 3) } .box[data-hovered] { color: rgb(9, 9, 9) }',
      'components/thing/thing.js': `export default (root) => { root.addEventListener('pointerenter', () => (root.dataset.hovered = '')) }`,
    })
    expect(findings).toEqual([])
    expect(notes).toEqual([expect.stringMatching(/^:hover is more than a selector here.*2 cases were brought about/)])
  })

  test('what takes no focus is not read as though it had it', async () => {
    const { findings } = await verify({
      sheet: `parts: { root: .box }\n${states}spec: [{ when: { state: focus }, expect: { root: { color: "rgb(9, 9, 9)" } } }]`,
      markup: '<div class="box">x</div>',
      css: '.box:focus { color: rgb(9, 9, 9) }',
    })
    expect(findings).toEqual([expect.stringContaining('takes the focus')])
  })
})

describe('what reaches out of its case', () => {
  const box = (script: string) => ({
    sheet: `${SCRIPT}parts: { root: .box }
props: { n: { type: choice, values: [a, b, c], default: a } }
axes: { n: [a, b, c] }
spec: [{ expect: { root: { color: "rgb(9, 9, 9)", attr(data-alone): "yes" } } }]
`,
    markup: '<div class="box box--{{ props.n }}">x</div>',
    'components/thing/thing.js': `${script}`,
  })
  const mark = `root.dataset.alone = root.getRootNode() === document ? 'yes' : 'no'`
  const style = `const style = document.createElement('style'); style.textContent = '.box { color: rgb(9, 9, 9) }'; document.head.append(style)`

  test.each([
    ['styles added as it is loaded', `${style}\nexport default (root) => { ${mark} }`],
    ['styles added later', `export default (root) => { ${mark}; requestAnimationFrame(() => { ${style} }) }`],
    [
      'a sheet adopted by the document',
      `export default (root) => { ${mark}; const sheet = new CSSStyleSheet(); sheet.replaceSync('.box { color: rgb(9, 9, 9) }'); document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet] }`,
    ],
    [
      'a question of what is in sight',
      `export default (root) => { ${mark}; new IntersectionObserver(([{ isIntersecting }]) => isIntersecting && (root.style.color = 'rgb(9, 9, 9)')).observe(root) }`,
    ],
  ])('%s: all of its cases stand alone', async (_, script) => expect((await verify(box(script))).findings).toEqual([]))
})

test('a case that is only compared with is read too, where the cover leaves it out and steps lead to it', async () => {
  const { findings, report } = await verify({
    sheet: `${SCRIPT}parts: { root: .box }
props: { n: { type: choice, values: [a, b], default: a } }
axes: { n: [a, b], on: { of: state, values: { yes: {}, clicked: { steps: [{ click: root }] } } } }
cover: each
spec: [{ when: { on: yes }, expect: { root: { display: same as on:clicked } } }]
`,
    markup: '<button class="box">{{ props.n }}</button>',
    'components/thing/thing.js': 'export default () => {}',
  })
  expect(findings).toEqual([])
  expect(report.totals).toMatchObject({ unread: 0, misses: 0 })
})
