import { describe, expect, test } from '@jest/globals'
import { thing, told, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

const AXES = `
contexts: { theme: all, direction: all, text-zoom: all, motion: all }
parts: { root: .box, inner: .box b }
spec:
  - expect:
      root: { background-color: "{tone}", width: 10rem, transition-duration: 200ms, attr(data-x): none }
      inner: { box.left: 1rem }
  - when: { direction: rtl }
    expect: { inner: { box.right: calc(10rem - 1rem), box.left: any } }
  - when: { motion: reduced }
    expect: { root: { transition-duration: 0s } }
`
const LIBRARY = `
tokens: [t.resolver.json]
contexts: { theme: [day, night], direction: [ltr, rtl], text-zoom: [100%, 200%], motion: [full, reduced] }
`
const FILES = {
  't.resolver.json': JSON.stringify({
    version: '2025.10',
    modifiers: {
      theme: {
        default: 'day',
        contexts: {
          day: [{ tone: { $type: 'color', $value: '#fff1e0' } }],
          night: [{ tone: { $type: 'color', $value: '#102030' } }],
        },
      },
    },
    resolutionOrder: [{ $ref: '#/modifiers/theme' }],
  }),
}
const CSS = `
.box { width: 10rem; padding-inline-start: 1rem; background: var(--tone); transition: background-color 200ms; box-sizing: border-box }
.box b { display: inline-block; width: 1rem }
@media (prefers-reduced-motion: reduce) { .box { transition: none } }
`

test.each(['no', 'yes'])('contexts are really applied, isolate %s', async (isolate) => {
  const sheet = `stage: { isolate: ${isolate} }\n${AXES}`
  const { report, cases } = await verifyTree(
    await engineBrowser(),
    thing({ sheet, library: LIBRARY, markup: '<div class="box"><b>x</b></div>', css: CSS, ...FILES }),
  )
  expect(report.components[0]!.findings).toEqual([])
  expect(report.totals).toMatchObject({ cases: 16, misses: 0, unread: 0 })
  expect(told(cases.get('@theme=night,text-zoom=200%'))).toMatchObject({
    'root · background-color': 'holds: rgb(16, 32, 48)',
    'root · width': 'holds: 320px',
  })
})

test.each([
  [':root[data-theme=night] .box', 'no'],
  ['html[data-theme="night"] body .box', 'no'],
  ['[data-theme=night] .box', 'no'],
  ['[data-theme=night] .box', 'yes'],
])('styles under %s match, isolate %s', async (selector, isolate) => {
  const sheet = `stage: { isolate: ${isolate} }\ncontexts: { theme: all }\nspec:\n  - expect: { root: { color: "rgb(1 2 3)" } }\n  - when: { theme: night }\n    expect: { root: { color: "rgb(4 5 6)" } }`
  const css = `.box { color: rgb(1 2 3) } ${selector} { color: rgb(4 5 6) }`
  const { report } = await verifyTree(
    await engineBrowser(),
    thing({ sheet, library: 'contexts: { theme: [day, night] }', markup: '<div class="box">x</div>', css }),
  )
  expect(report.totals).toMatchObject({ holds: 2, misses: 0, unread: 0 })
})

describe('isolate: auto', () => {
  const withScript = (script: string, extra = '') => ({
    sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }\nparts: { tip: { select: .tip, in: page } }\n${extra}`,
    markup: '<button class="b">x</button>',
    css: '.b { color: red } .tip { position: absolute; left: 5px; width: 33px; height: 4px }',
    'components/thing/thing.js': script,
  })

  test('what a component puts into the page is found there, in its own case only', async () => {
    const script = `export default (root) => { const tip = document.createElement('i'); tip.className = 'tip'; document.body.append(tip); return () => tip.remove() }`
    const spec = `axes: { n: [a, b, c] }\nspec:\n  - expect: { tip: { count: 1, width: 33px }, root: { role: button } }`
    const { report } = await verifyTree(await engineBrowser(), thing(withScript(script, spec)))
    expect(report.totals).toMatchObject({ cases: 3, holds: 9, misses: 0, unread: 0 })
  })

  test.each([
    ['stays inside', 'root.addEventListener("click", () => {})', 'no'],
    ['listens on the window', 'window.addEventListener("resize", () => {})', 'yes'],
    ['gives every object something', 'Object.prototype.outlook = 1', 'yes'],
    [
      'gives every object something for something',
      'delete Object.prototype.__lookupGetter__; Object.prototype.outlook = 1',
      'yes',
    ],
    ['listens on the document', 'document.addEventListener("keydown", () => {})', 'yes'],
  ])('a script that %s', async (_, statement, isolated) => {
    const script = `export default (root) => { ${statement}; root.dataset.alone = root.getRootNode() === document ? 'yes' : 'no' }`
    const given = withScript(script, `spec:\n  - expect: { root: { attr(data-alone): "${isolated}" } }`)
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({ ...given, sheet: given.sheet.replace(/parts:.*\n/, '') }),
    )
    expect(report.components[0]!.findings).toEqual([])
  })

  test.each([
    ['that it does not have', '.veil { position: fixed }', '', 'no'],
    ['that it has', '.veil { position: fixed }', 'veil', 'yes'],
    ['that it has under the pointer', '.veil:hover { position: fixed }', 'veil', 'yes'],
    ['in a pseudo-element', '.veil::before { content: ""; position: fixed }', 'veil', 'yes'],
  ])('shared styles fix something %s', async (_, shared, name, isolated) => {
    const script = `export default (root) => { root.dataset.alone = root.getRootNode() === document ? 'yes' : 'no' }`
    const given = withScript(
      script,
      `axes: { at: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }\nspec:\n  - when: { at: rest }\n    expect: { root: { attr(data-alone): "${isolated}" } }`,
    )
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({
        ...given,
        sheet: given.sheet.replace(/parts:.*\n/, ''),
        markup: `<button class="b ${name}">x</button>`,
        library: 'styles: [base.css]',
        'base.css': shared,
      }),
    )
    expect(report.components[0]!.findings).toEqual([])
  })

  test('what a style attribute fixes covers the window of its own document', async () => {
    const sheet = `parts: { veil: i }\nspec:\n  - expect: { veil: { box.width: 960px, box.height: 720px } }`
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({ sheet, markup: '<div><i style="position: fixed; inset: 0"></i></div>' }),
    )
    expect(report.components[0]!.findings).toEqual([])
  })

  test('a fixed veil covers the window of its own document', async () => {
    const sheet = `parts: { veil: .veil }\nspec:\n  - expect: { veil: { box.width: 960px, box.height: 720px } }`
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({ sheet, markup: '<div><div class="veil"></div></div>', css: '.veil { position: fixed; inset: 0 }' }),
    )
    expect(report.components[0]!.findings).toEqual([])
  })
})

describe('reach', () => {
  test('every kind of reach brings its state about', async () => {
    const sheet = `
parts: { box: .box, field: input, label: label }
props: { on: { type: flag, default: false } }
slots: { lead: { text: true } }
axes:
  way:
    of: state
    values:
      none: {}
      props: { props: { on: true } }
      slots: { slots: { lead: "a < b" } }
      attr: { attr: { aria-busy: true, title: hi }, on: box }
      property: { property: { indeterminate: true }, on: field }
      class: { class: [is-open], on: box }
      hover: { pseudo: hover, on: label }
      focus: { pseudo: [focus, focus-visible], on: field }
      pressed: { pseudo: [hover, active], on: box }
      checked: { pseudo: checked, on: field }
      both: [{ class: is-open, on: box }, { attr: { title: two }, on: box }]
spec:
  - expect: { box: { z-index: 0, text: "", attr(title): none, state.busy: no, outline-width: 1px }, field: { state.checked: no, opacity: 0.5 }, root: { order: 0 } }
  - when: { way: props }
    expect: { box: { z-index: 1 } }
  - when: { way: slots }
    expect: { box: { text: '"a < b"' } }
  - when: { way: attr }
    expect: { box: { attr(title): hi, state.busy: yes } }
  - when: { way: property }
    expect: { field: { state.checked: mixed } }
  - when: { way: class }
    expect: { box: { z-index: 2 } }
  - when: { way: hover }
    expect: { root: { order: 1 }, field: { opacity: 0.7 } }
  - when: { way: focus }
    expect: { root: { order: 2 }, field: { opacity: 0.9 } }
  - when: { way: pressed }
    expect: { box: { outline-width: 3px }, root: { order: 1 } }
  - when: { way: checked }
    expect: { field: { state.checked: yes } }
  - when: { way: both }
    expect: { box: { z-index: 2, attr(title): two } }
`
    const markup = `<div class="root"><div role="group" class="box{% if props.on %} on{% endif %}">{{ slots.lead }}</div><label><input type="checkbox"></label></div>`
    const css = `
.root { order: 0 } .root:hover { order: 1 } .root:focus-within { order: 2 }
.box { z-index: 0; outline: 1px solid } .box.on { z-index: 1 } .box.is-open { z-index: 2 } .box:active { outline-width: 3px }
input { opacity: 0.5 } input:hover { opacity: 0.7 } input:focus-visible { opacity: 0.9 }
`
    const { report } = await verifyTree(await engineBrowser(), thing({ sheet, markup, css }))
    expect(report.components[0]!.findings).toEqual([])
    expect(report.totals.cases).toBe(11)
  })
})
