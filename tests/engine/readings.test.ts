import { beforeAll, describe, expect, test } from '@jest/globals'
import type { CheckResult } from '@/core/plan'
import { READINGS } from '@/core/readings'
import { thing, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

const MARKUP = `
<section class="card" aria-busy="true">
  <button class="save" aria-expanded="true" aria-pressed="mixed" aria-describedby="{{ id }}-d" data-hut="Firn" type="button">Save the bunk</button>
  <p id="{{ id }}-d" class="hint">Keeps it until dusk</p>
  <input class="tick" type="checkbox" aria-label="Lower bunk" checked>
  <input class="locked" aria-label="Hut" value="Grat" readonly aria-invalid="true">
  <button class="off" disabled>Off</button>
  <div role="tablist" aria-label="Days"><span class="tab" role="tab" aria-selected="true">One</span></div>
  <div class="box"><i class="dot"></i></div>
  <div class="far"></div>
  <span class="long">A very long name of a very high hut</span>
  <span class="spill">Spillsoverinsight</span>
  <span class="lines">One<br>two<br>three</span>
  <ul><li class="item">a</li><li class="item">b</li><li class="item" hidden>c</li></ul>
  <div class="gone">gone</div>
  <div class="veil"><div class="under">under</div></div>
  <div class="glass"><b class="onglass">Text</b></div>
  <i class="flat"></i><span class="window"><b class="cut">x</b></span><b class="away">x</b><b class="unseen">x</b>
  <span class="pile"><b class="below">x</b><b class="lid">x</b></span><b class="still" inert>x</b><b class="turned"></b>
  <svg class="sign" width="20" height="20" viewBox="0 0 20 20"><rect class="ink" width="20" height="20" fill="#767676"/></svg>
</section>`

const CSS = `
.card { --pace: 120ms; position: relative; width: 400px; padding: 10px; border: 2px solid rgb(1 2 3); background: white; color: black; font: 16px/20px monospace; box-sizing: border-box }
.save { position: relative; width: 120px; height: 44px; padding: 0; border: 0; background: rgb(30 96 73); color: white; font: inherit; display: block }
.hint { margin: 0; letter-spacing: 0.5em }
.box { position: relative; width: 60px; height: 30px; margin-left: 5%; border-radius: 4px 8px; outline: 3px solid rgb(30 96 73 / 22%); background: #eee }
.box::after { content: "✓"; position: absolute; left: 4px; top: 6px; width: 12px; height: 8px; background: rgb(10 20 30) }
.dot { position: absolute; left: 20px; top: 10px; width: 20px; height: 10px; transform: translateX(50%) }
.far { width: 10px; height: 10px; margin: 20px 0 0 5%; background: red }
.long { display: block; width: 80px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap }
.spill { display: block; width: 40px; white-space: nowrap }
.gone { display: none; height: 40px }
.veil { opacity: 0 }
.glass { background: linear-gradient(white, rgb(200 200 200)); color: rgb(90 90 90); width: max-content }
.flat { display: block; height: 0 }
.window { display: block; position: relative; width: 20px; height: 10px; overflow: hidden }
.cut { position: absolute; top: 40px }
.away { position: absolute; left: -9999px; top: 0 }
.unseen { visibility: hidden }
.pile { display: block; position: relative; height: 20px }
.below, .lid { position: absolute; left: 0; top: 0; width: 40px; height: 20px }
.lid { background: white }
.turned { display: block; width: 20px; height: 30px; translate: 15px 20%; rotate: 30deg; transform: rotate(60deg) scale(1.5) }
.tick { width: 20px; height: 20px; margin: 0 }
`

const PARTS = `
parts:
  save: .save
  hint: .hint
  tick: .tick
  locked: .locked
  off: .off
  tab: .tab
  box: .box
  mark: { select: .box, pseudo: "::after" }
  dot: .dot
  far: .far
  long: .long
  spill: .spill
  lines: .lines
  item: .item
  gone: .gone
  flat: .flat
  cut: .cut
  away: .away
  unseen: .unseen
  below: .below
  lid: .lid
  still: .still
  turned: .turned
  under: .under
  onglass: .onglass
  ink: .ink
  never: .no-such
`

/** Part, reading, an expectation that holds, one that misses. */
const TABLE: readonly [string, string, string, string][] = [
  ['root', 'width', '400px', '401px'],
  ['root', 'border', '2px solid rgb(1 2 3)', '2px solid rgb(1 2 4)'],
  ['root', 'padding', '10px', '10px 11px'],
  ['root', '--pace', '120ms', '121ms'],
  ['root', 'color', 'black or white', 'red or blue'],
  ['root', 'background-color', 'not red', 'not white'],
  ['root', 'font-size', '>= 1rem', '> 1rem'],
  ['root', 'line-height', '15px .. 20px', '21px .. 30px'],
  ['root', 'state.busy', 'yes', 'no'],
  ['root', 'box.ratio', '@root.box.ratio', '@save.box.ratio'],
  ['hint', 'letter-spacing', '0.5em', '0.6em'],
  ['box', 'border-radius', '4px 8px', '4px 9px'],
  ['box', 'margin-left', '5%', '6%'],
  ['box', 'outline', '3px solid rgb(30 96 73 / 22%)', '3px solid rgb(30 96 73 / 18%)'],
  ['box', 'box.width', '60px', '61px'],
  ['box', 'box.height', '30px ± 1px', '33px ± 1px'],
  ['save', 'box.left', '12px', '13px'],
  ['save', 'box.top', 'calc(6px * 2)', '11px'],
  ['save', 'box.right', '132px', '131px'],
  ['save', 'box.bottom', '> 55px and < 57px', '> 55px and < 56px'],
  ['box', 'box.ratio', '2', '1'],
  ['save', 'present', 'yes', 'no'],
  ['never', 'present', 'no', 'yes'],
  ['save', 'visible', 'yes', 'no'],
  ['gone', 'visible', 'no', 'yes'],
  ['under', 'visible', 'false', 'true'],
  ['gone', 'overlaps(box)', 'no', 'yes'],
  ['gone', 'box.width', '0px', '1px'],
  ['item', 'count', '3', '2'],
  ['item', 'visible-count', '2', '3'],
  ['save', 'hidden-by', 'none', 'display'],
  ['gone', 'hidden-by', 'display', 'hidden'],
  ['item[3]', 'hidden-by', 'hidden', 'none'],
  ['under', 'hidden-by', 'opacity', 'none'],
  ['flat', 'hidden-by', 'size', 'none'],
  ['cut', 'hidden-by', 'clipping', 'none'],
  ['away', 'hidden-by', 'off-screen', 'none'],
  ['below', 'hidden-by', 'covered', 'none'],
  ['still', 'hidden-by', 'inert', 'none'],
  ['unseen', 'hidden-by', 'visibility', 'none'],
  ['lid', 'above(below)', 'yes', 'no'],
  ['below', 'above(lid)', 'no', 'yes'],
  ['dot', 'above(box)', 'yes', 'no'],
  ['dot', 'moved-x', '10px', '20px'],
  ['dot', 'moved-y', '0px', '1px'],
  ['turned', 'moved-x', '15px', '5px'],
  ['turned', 'moved-y', '6px', '7px'],
  ['turned', 'angle', '90', '45'],
  ['turned', 'scaled', '1.5', '1'],
  ['save', 'lightness(background-color)', '0.44 ± 0.005', '0.6'],
  ['save', 'chroma(background-color)', '< 0.1', '> 0.1'],
  ['save', 'hue(background-color)', '166 ± 1', '120'],
  ['root', 'hue(color)', 'none', '0'],
  ['save', 'text', 'Save the bunk', 'Save the bank'],
  ['item[2]', 'text', 'b', 'a'],
  ['item[*]', 'text', 'not d', 'not b'],
  ['mark', 'text', '✓', '✗'],
  ['mark', 'content', '"✓"', '"✗"'],
  ['lines', 'text.lines', '3', '2'],
  ['long', 'text.lines', '1', '2'],
  ['long', 'text.cut', 'yes', 'no'],
  ['long', 'text.spills', 'no', 'yes'],
  ['spill', 'text.cut', 'no', 'yes'],
  ['spill', 'text.spills', 'yes', 'no'],
  ['spill', 'text.clipped', 'yes', 'no'],
  ['save', 'text.clipped', 'no', 'yes'],
  ['dot', 'within(box)', 'yes', 'no'],
  ['far', 'within(box)', 'no', 'yes'],
  ['box', 'covers(dot)', 'yes', 'no'],
  ['box', 'overlaps(dot)', 'yes', 'no'],
  ['box', 'overlaps(far)', 'no', 'yes'],
  ['mark', 'within(box)', 'yes', 'no'],
  ['mark', 'box.width', '12px', '11px'],
  ['far', 'gap(box)', '20px', '21px'],
  ['item', 'gap(item[2])', '0px', '1px'],
  ['item[2]', 'within(item[2])', 'yes', 'no'],
  ['dot', 'offset-x(box)', '10px', '0px'],
  ['dot', 'offset-y(box)', '0px', '1px'],
  ['dot', 'transform', 'translateX(50%)', 'translateX(40%)'],
  ['save', 'contrast', '>= 7', '>= 8'],
  ['ink', 'contrast', '4.54', '5'],
  ['onglass', 'contrast', '< 5', '> 5'],
  ['save', 'target.width', '120px', '100px'],
  ['save', 'target.height', '>= 44px', '>= 45px'],
  ['save', 'role', 'button', 'link'],
  ['tick', 'role', 'checkbox or switch', 'switch'],
  ['gone', 'role', 'none', 'generic'],
  ['tick', 'name', 'Lower bunk', 'Upper bunk'],
  ['save', 'name', '"Save the bunk"', '"Save"'],
  ['save', 'description', 'Keeps it until dusk', 'Keeps it'],
  ['tick', 'state.checked', 'yes', 'mixed'],
  ['save', 'state.checked', 'no', 'yes'],
  ['off', 'state.disabled', 'yes', 'no'],
  ['save', 'state.expanded', 'yes', 'no'],
  ['tab', 'state.selected', 'yes', 'no'],
  ['save', 'state.pressed', 'mixed', 'yes'],
  ['locked', 'state.invalid', 'yes', 'no'],
  ['locked', 'state.readonly', 'yes', 'no'],
  ['save', 'focusable', 'yes', 'no'],
  ['off', 'focusable', 'no', 'yes'],
  ['save', 'focused', 'no', 'yes'],
  ['save', 'attr(data-hut)', 'Firn', 'Grat'],
  ['save', 'attr(data-none)', 'none', 'any thing'],
  ['tick', 'prop(checked)', 'true', 'false'],
  ['locked', 'prop(value)', 'Grat', 'Firn'],
]

const quote = (text: string) => JSON.stringify(text)

/** One rule an expectation, so that no two share a place in the cascade: each sits in a case of its own. */
function sheetOf(column: 2 | 3): string {
  const rules = TABLE.map(
    ([part, reading, ...asked], at) =>
      `  - when: { n: n${at} }\n    expect: { ${quote(part)}: { ${quote(reading)}: ${quote(asked[column - 2]!)} } }`,
  )
  return `${PARTS}\naxes: { n: { of: variant, values: { ${TABLE.map((_, at) => `n${at}: {}`).join(', ')} } } }\nspec:\n${rules.join('\n')}`
}

const results = new Map<2 | 3, CheckResult[]>()
beforeAll(async () => {
  for (const column of [2, 3] as const) {
    const { cases } = await verifyTree(
      await engineBrowser(),
      thing({ sheet: sheetOf(column), markup: MARKUP, css: CSS }),
    )
    results.set(
      column,
      TABLE.map((_, at) => cases.get(`n=n${at}`)!.checks[0]!),
    )
  }
})

test.each(TABLE.map(([part, reading, holds, misses], at) => [part, reading, holds, misses, at] as const))(
  '%s · %s: %s holds, %s misses',
  (_part, _reading, _holds, _misses, at) => {
    const [truth, lie] = [results.get(2)![at]!, results.get(3)![at]!]
    expect({ verdict: truth.verdict, measured: truth.measured, reason: truth.reason }).toEqual({
      verdict: 'holds',
      measured: truth.measured,
      reason: '',
    })
    expect({ verdict: lie.verdict, reason: lie.reason }).toEqual({ verdict: 'misses', reason: '' })
  },
)

test('every reading of the format has a row above', () => {
  const rows = new Set(TABLE.map(([, reading]) => reading.replace(/\(.*$/, '')))
  expect([...READINGS.keys()].filter((name) => !rows.has(name))).toEqual([])
})

describe('what cannot be read', () => {
  const verdict = async (expectation: string, parts = PARTS) => {
    const { cases, report } = await verifyTree(
      await engineBrowser(),
      thing({ sheet: `${parts}\nspec:\n  - expect: { ${expectation} }`, markup: MARKUP, css: CSS }),
    )
    return {
      ...cases.get('')!.checks[0]!,
      lints: report.components[0]!.lints.map(({ code }) => code).filter((code) => !/^(class|part)-/.test(code)),
    }
  }

  test.each([
    ['gone: { box.left: 0px }', 'it is not rendered, so that it lies nowhere', []],
    ['save: { gap(gone): 8px }', 'the part "gone" is not rendered, so that it lies nowhere', []],
    ['gone: { within(box): no }', 'it is not rendered, so that it lies nowhere', []],
    ['never: { width: 1px }', 'the part "never" (.no-such) is not there', []],
    ['"item[7]": { text: x }', 'the part "item[7]" (.item) is not there', []],
    ['save: { width: nonsense }', 'the browser does not take "nonsense" for width', ['bad-expectation']],
    ['save: { box.width: 12 }', 'the browser does not take "12" for a length', ['bad-expectation']],
    [
      'save: { color: "> red" }',
      '"rgb(255, 0, 0)" is not one number, so nothing can be more or less than it',
      ['bad-expectation'],
    ],
    ['far: { contrast: "same as a:b" }', 'the case to compare with does not exist', ['unknown-axis']],
    ['root: { box.width: "@never.box.width" }', '@never.box.width could not be read', []],
  ])('%s is unread', async (expectation, reason, lints) => {
    expect(await verdict(expectation)).toMatchObject({ verdict: 'unread', reason, lints })
  })

  const VALUES: [expected: string, told: string][] = [
    ['var(--mine)', 'holds: rgb(1, 2, 3)'],
    ['var(--shared)', 'holds: rgb(1, 2, 3)'],
    ['var(--typo, var(--mine))', 'holds: rgb(1, 2, 3)'],
    ['var(--typo)', 'unread: no custom property --typo is set there'],
    ['rgb(from var(--typo) r g b)', 'unread: no custom property --typo is set there'],
    ['var(--wide)', 'unread: "var(--wide)" stands for "4px", which color does not take'],
  ]
  test.each(VALUES)('expected %s: %s', async (expected, said) => {
    const tree = thing({
      sheet: `spec: [{ expect: { root: { color: "${expected}" } } }]`,
      markup: '<p class="thing">a</p>',
      css: ':root { --shared: rgb(1, 2, 3); --wide: 4px } .thing { --mine: rgb(1, 2, 3); color: var(--mine) }',
    })
    const { cases } = await verifyTree(await engineBrowser(), tree)
    const [check] = cases.get('')!.checks
    expect(`${check!.verdict}: ${check!.verdict === 'unread' ? check!.reason : check!.measured}`).toBe(said)
  })

  test('a part that is said to be absent has no other expectations', async () => {
    const { cases } = await verifyTree(
      await engineBrowser(),
      thing({
        sheet: `${PARTS}\nspec:\n  - expect: { never: { present: no, width: 1px, text: x } }`,
        markup: MARKUP,
        css: CSS,
      }),
    )
    expect(cases.get('')!.checks.map(({ reading, verdict: each }) => `${reading} ${each}`)).toEqual(['present holds'])
  })
})

test('states that only the engine can bring about stay while the case is read, and are blamed', async () => {
  const tree = thing({
    sheet: `
parts: { root: .pair, one: .one, two: .two, mark: { select: .two, pseudo: "::after" } }
axes:
  first: { of: state, values: { rest: {}, over: { pseudo: hover, on: one } } }
  second: { of: state, values: { rest: {}, over: { pseudo: hover, on: two } } }
  opened: { of: state, values: { "no": {}, "yes": { steps: [{ click: root }] } } }
spec:
  - when: { first: over, second: over }
    expect:
      one: { color: "#0000ff", role: button }
      two: { role: button }
      mark: { box.width: 30px }
  - when: { first: over, second: over, opened: "yes" }
    expect: { two: { color: "#00ff00" } }
`,
    markup: `<div class="pair"><button class="one">One</button><button class="two">Two</button></div>`,
    css: `.one:hover { color: #00f }
.two::after { content: ""; display: block; width: 10px; height: 5px }
.two:hover { color: #f00 }
.two:hover::after { width: 30px }`,
  })
  const { cases } = await verifyTree(await engineBrowser(), tree)
  const { checks } = cases.get('first=over,second=over,opened=yes')!
  expect(checks.map(({ part, reading, verdict }) => `${part} ${reading}: ${verdict}`)).toEqual([
    'one color: holds',
    'one role: holds',
    'two role: holds',
    'mark box.width: holds',
    'two color: misses',
  ])
  expect(checks.at(-1)!.origin).toMatchObject({
    file: 'components/thing/thing.css',
    line: 3,
    declaration: 'color: #f00',
  })
})

test('an amount more or less than in another case, also of tokens and of parts of a colour', async () => {
  const tree = thing({
    library: 'tokens: [t.tokens.json]',
    't.tokens.json': '{ "step": { "$type": "dimension", "$value": { "value": 4, "unit": "px" } } }',
    markup: '<p class="box {{ props.size }}">x</p>',
    css: `.box { width: 20px; background: oklch(0.5 0.1 150) } .box:hover { background: oklch(0.55 0.1 150) } .l { width: 24px }`,
    sheet: `parts: { root: .box }
axes:
  size: [s, l]
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } }
spec:
  - { when: { size: l }, expect: { root: { width: ["{step} more than size:s", 20% more than size:s], height: 1px more than size:s } } }
  - when: { interaction: hover }
    expect:
      root:
        lightness(background-color): [0.05 more than interaction:rest ± 0.004, 10% more than interaction:rest ± 0.004]
        hue(background-color): 2 less than interaction:rest ± 3
`,
  })
  const { report } = await verifyTree(await engineBrowser(), tree)
  expect(report.components[0]!.findings.map(({ message }) => message)).toEqual([
    expect.stringMatching(
      /^height of root is \d+px, expected \d+px \(1px more than \d+px as size:s\) \(-1px\), in 2 cases/,
    ),
  ])
  expect(report.totals).toMatchObject({ unread: 0, misses: 2 })
})

test('what the end of an animation sets going is brought to its end, too, link by link', async () => {
  const tree = thing({
    sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
parts: { root: .link }
spec: [{ expect: { root: { width: 40px, attr(data-links): "5" } } }]
`,
    markup: '<p class="link grows"></p>',
    css: '.link { width: 10px } .grows { animation: grow 100ms forwards } .last { width: 40px } @keyframes grow { to { width: 20px } }',
    'components/thing/thing.js': `export default (root) => {
  let links = 0
  root.addEventListener('animationend', () => {
    root.dataset.links = ++links
    root.classList.remove('grows')
    if (links === 5) return root.classList.add('last')
    void root.offsetWidth
    root.classList.add('grows')
  })
}`,
  })
  const { report } = await verifyTree(await engineBrowser(), tree)
  expect(report.components[0]!.findings.map(({ message }) => message)).toEqual([])
  expect(report.totals).toMatchObject({ holds: 2, misses: 0, unread: 0 })
})
