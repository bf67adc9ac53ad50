import { describe, expect, test } from '@jest/globals'
import { engineBrowser } from '../support/browsers'
import { told, treeOf, verifyTree } from '../support/library'

const LIBRARY = 'library: 1\nname: Test\ncontexts: { theme: [day, night] }\nstyles: [base.css]\n'
const files = {
  'library.yaml': LIBRARY,
  'base.css': ':root { --pine: rgb(1, 90, 40) }',
  // React, with a CSS module and an SCSS module
  'c/peg/peg.tsx': `import { useEffect, useState, type ReactNode } from 'react'
import styles from './peg.module.css'
import more from './peg.module.scss'
export interface PegProps { size?: 'small' | 'large'; hookCount?: number; lead?: ReactNode; children?: ReactNode }
export function Peg({ size = 'small', hookCount = 1, lead, children }: PegProps) {
  const [ready, setReady] = useState(false)
  useEffect(() => setReady(true), [])
  return <button className={\`peg \${styles.peg} \${more[size]}\`} data-ready={ready}>
    {lead && <span className="peg__lead">{lead}</span>}
    <span className="peg__text">{'|'.repeat(hookCount)}{children}</span>
  </button>
}
`,
  'c/peg/peg.module.css': '.peg {\n  color: var(--pine);\n  width: 80px;\n}\n.peg:hover { color: rgb(0, 0, 9) }',
  'c/peg/peg.module.scss': '$h: 10px;\n.small { height: $h * 3 }\n.large { height: $h * 5 }',
  'c/peg/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: react, module: peg.tsx, export: Peg }
parts: { root: .peg, text: .peg__text, lead: .peg__lead, inner: .peg__lead .tag, flag: .peg__lead rope-flag }
props:
  size: { type: choice, values: [small, large], default: small }
  hook-count: { type: number, default: 2 }
slots:
  children: { text: true, default: Coat }
  lead: { default: none }
axes:
  size: [small, large]
  state: { of: state, values: { rest: {}, hover: { pseudo: hover } } }
  fill:
    values:
      empty: {}
      markup: { slots: { lead: { component: tag, props: { text: wet }, axes: { tone: loud } } } }
      element: { slots: { lead: rope-flag } }
      react: { slots: { lead: { component: peg, props: { hook-count: 4 }, slots: { children: none } } } }
spec:
  - expect:
      root: { width: 80px, height: 30px, color: "rgb(1, 90, 40)", attr(data-ready): "true" }
  - when: { size: large }
    expect: { root: { height: 50px } }
  - when: { state: hover }
    expect: { root: { color: "rgb(0, 0, 9)" } }
  - when: { fill: [empty, react] }
    expect: { inner: { present: no } }
  - when: { fill: [empty, markup, element] }
    expect: { text: { text: "||Coat" } }
  - when: { fill: markup }
    expect: { inner: { present: yes, text: wet, color: "rgb(200, 0, 0)", attr(data-loud): "yes" } }
  - when: { fill: element }
    expect: { flag: { present: yes } }
  - when: { fill: react }
    expect: { lead: { text: "||||" } }
`,
  // markup that another kind holds, with a script of its own
  'c/tag/tag.liquid': '<em class="tag">{{ props.text }}{{ slots.inner }}</em>',
  'c/tag/tag.css': '.tag { color: rgb(200, 0, 0) }',
  'c/tag/tag.js': `export default (root, { props }) => { root.title = 'tag ' + props.text + root.isConnected }`,
  'c/tag/tag.sheet.yaml': `sheet: 1
name: Tag
source: { kind: markup, markup: tag.liquid, styles: [tag.css], script: tag.js }
parts: { root: .tag, button: .tag .peg }
props: { text: { type: text, default: dry } }
slots: { inner: { default: none } }
axes:
  tone: { values: { plain: {}, loud: { attr: { data-loud: yes } } } }
  inner: { of: state, values: { none: {}, peg: { slots: { inner: peg } } } }
spec:
  - expect: { root: { prop(title): tag drytrue } }
  - when: { inner: none }
    expect: { button: { present: no } }
  - when: { inner: peg }
    expect: { button: { present: yes, width: 80px, name: "||Coat" } }
`,
  // a custom element
  'c/rope-flag/rope-flag.js': `class RopeFlag extends HTMLElement {
  static observedAttributes = ['mast']
  #text = ''
  constructor() {
    super()
    this.attachShadow({ mode: 'open' }).innerHTML = '<style>b { color: rgb(9, 9, 9) } b:hover { color: rgb(7, 7, 7) } :host { display: inline-block }</style><b part="cloth strong"></b><slot name="knot"></slot><slot></slot>'
  }
  set ropeText(value) { this.#text = value; this.shadowRoot.querySelector('b').textContent = value }
  get ropeText() { return this.#text }
}
customElements.define('rope-flag', RopeFlag)
`,
  'c/rope-flag/rope-flag.css':
    'rope-flag::part(cloth) { font-weight: 300 } rope-flag::part(cloth):hover { text-indent: 3px }',
  'c/rope-flag/rope-flag.sheet.yaml': `sheet: 1
name: Rope flag
source: { kind: element, module: rope-flag.js, tag: rope-flag, styles: [rope-flag.css] }
parts: { root: rope-flag, cloth: "rope-flag::part(cloth)", both: "rope-flag::part(cloth strong)", none: "rope-flag::part(cloth weak)", knot: "[slot=knot]" }
props: { rope-text: { type: text, default: north }, mast: { type: choice, values: [low, high], default: low }, torn: { type: flag, default: true } }
slots: { knot: { default: none }, default: { text: true, default: Wind } }
axes:
  state: { of: state, values: { rest: {}, hover: { pseudo: hover, on: cloth } } }
  knot: { values: { none: {}, tag: { slots: { knot: tag } }, peg: { slots: { knot: { component: peg } } } } }
spec:
  - expect:
      root: { attr(mast): low, attr(torn): "", prop(ropeText): north, text: "*" }
      cloth: { text: north, font-weight: 300, color: "rgb(9, 9, 9)" }
      both: { count: 1 }
      none: { present: no }
  - when: { state: hover }
    expect: { cloth: { color: "rgb(7, 7, 7)", text-indent: 3px } }
  - when: { knot: none }
    expect: { knot: { present: no } }
  - when: { knot: tag }
    expect: { knot: { text: dry, color: "rgb(200, 0, 0)" } }
  - when: { knot: peg }
    expect: { knot: { display: contents } }
`.replace(', text: "*"', ''),
}

describe('each kind, alone and inside the others', () => {
  test.each(['peg', 'tag', 'rope-flag'])('%s holds in every case', async (slug) => {
    const { report } = await verifyTree(await engineBrowser(), treeOf(files), { components: [slug] })
    const [component] = report.components
    expect(component!.findings.map(({ message }) => message)).toEqual([])
    expect(component!.lints.filter(({ severity }) => severity === 'error')).toEqual([])
    expect(report.totals).toMatchObject({ misses: 0, unread: 0 })
    // The browser knows the title of any element; what an element defines itself only its own code knows.
    const said = (component!.notes ?? []).filter((note) => note.includes('own code only'))
    expect(said).toEqual(
      slug === 'rope-flag'
        ? ['prop(ropeText) of root is known to the component’s own code only: what is judged is what that says']
        : [],
    )
    expect(report.totals.holds).toBeGreaterThan(10)
  })

  test.each([
    ['css', '80px', '81px', 'width', 3],
    ['scss', '* 3', '* 4', 'height', 2],
  ])('a miss in a %s module leads to its line', async (ending, from, to, reading, line) => {
    const path = `c/peg/peg.module.${ending}` as keyof typeof files
    const wrong = { ...files, [path]: files[path].replace(from, to) }
    const { report } = await verifyTree(await engineBrowser(), treeOf(wrong), { components: ['peg'] })
    const [finding] = report.components[0]!.findings
    expect(finding).toMatchObject({ reading, origin: { file: path.slice('c/peg/'.length), line } })
  })

  test('a React component that throws spoils only its own case', async () => {
    const sheet = `sheet: 1
name: Brittle
source: { kind: react, module: brittle.tsx }
props: { on: { type: flag, default: false } }
axes: { on: flag }
spec: [{ expect: { root: { text: fine } } }]
`
    const module = `export default ({ on }: { on: boolean }) => { if (on) throw new Error('snapped'); return <p>fine</p> }`
    const tree = treeOf({
      'library.yaml': LIBRARY,
      'base.css': '',
      'b/brittle.sheet.yaml': sheet,
      'b/brittle.tsx': module,
    })
    const { cases } = await verifyTree(await engineBrowser(), tree)
    expect(told(cases.get('on=off'))).toEqual({ 'root · text': 'holds: fine' })
    expect(told(cases.get('on=on'))['root · text']).toMatch(/^unread: snapped/)
  })
})

test('components that hold each other without end are an error that names the path', async () => {
  const sheet = (name: string, other: string) =>
    `sheet: 1\nname: ${name}\nsource: { kind: markup, markup: ${name}.liquid }\nslots: { in: { default: ${other} } }\nspec: [{ expect: { root: { present: yes } } }]`
  const tree = treeOf({
    'library.yaml': LIBRARY,
    'base.css': '',
    'a.sheet.yaml': sheet('a', 'b'),
    'b.sheet.yaml': sheet('b', 'a'),
    'a.liquid': '<p>{{ slots.in }}</p>',
    'b.liquid': '<p>{{ slots.in }}</p>',
  })
  const { report } = await verifyTree(await engineBrowser(), tree)
  const lints = report.components.flatMap((each) => each.lints).filter(({ code }) => code === 'slot-cycle')
  expect(lints.map(({ message }) => message)).toEqual([
    expect.stringContaining('a.in → b.in → a.in'),
    expect.stringContaining('b.in → a.in → b.in'),
  ])
  expect(report.totals).toMatchObject({ unread: 2 })
})
