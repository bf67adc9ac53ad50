import { describe, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { groupFindings, reportSchema } from '@/core/report'
import { thing, told, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

describe('Firnline on the command line', () => {
  const run = (...given: string[]) => cli(given)

  test('has the two misses that its README speaks of, each with its line', async () => {
    const { status, stdout } = await run('verify', 'demo/firnline', '--format', 'json')
    const report = reportSchema.parse(JSON.parse(stdout))
    expect(status).toBe(1)
    expect(report.totals).toMatchObject({
      components: 18,
      cases: 593,
      misses: 16,
      unread: 0,
      scenarios: { holds: 56, misses: 0, unsteady: 0, unread: 0 },
      lints: { error: 0, warning: 0 },
    })
    const [bunk, ...others] = report.components
    expect(others.flatMap(({ findings }) => findings)).toEqual([])
    const [outline, mark] = groupFindings(bunk!.findings)
    expect(groupFindings(bunk!.findings)).toHaveLength(2)
    // By day and by night it is another colour.
    expect([outline, mark].map((group) => group!.map(({ cases }) => cases.length))).toEqual([
      [6, 6],
      [2, 2],
    ])
    expect(outline![0]).toMatchObject({
      part: 'box',
      reading: 'outline',
      difference: 'alpha -4%',
      rule: { line: 84 },
      origin: { file: 'bunk-check.css', line: 74, declaration: expect.stringContaining('18%') },
    })
    expect(mark![0]).toMatchObject({
      part: 'mark',
      reading: 'border-left-color',
      origin: { file: 'bunk-check.css', line: 4, declaration: '--bunk-mark: var(--color-accent-on)' },
    })
  })

  test('is told in words, without colours when piped', async () => {
    const { status, stdout } = await run(
      'verify',
      'demo/firnline',
      '--component',
      'bunk-check',
      '--where',
      'interaction=hover,value=on,size=regular',
    )
    expect(status).toBe(1)
    expect(stdout).toContain(
      'box · outline  expected rgba(30, 96, 73, 0.22) solid 3px, read rgba(30, 96, 73, 0.18) solid 3px (alpha -4%)',
    )
    expect(stdout).toMatch(/Firnline: 2 cases, \d+ readings, \d+ hold, 2 miss/)
    expect(stdout).not.toContain('\u001b')
  })

  test('a part of it that holds ends with 0; pairs take fewer cases', async () => {
    expect((await run('verify', 'demo/firnline', '--component', 'trail-tile', 'call-button')).status).toBe(0)
    const { cases } = reportSchema.parse(
      JSON.parse(
        (await run('verify', 'demo/firnline', '--component', 'bunk-check', '--cover', 'pairs', '--format', 'json'))
          .stdout,
      ),
    ).totals
    expect(cases).toBeGreaterThanOrEqual(18)
    expect(cases).toBeLessThan(24)
  })

  test('one case is read', async () => {
    const { status, stdout } = await run('read', 'demo/firnline', 'bunk-check', '--case', 'value=mixed@theme=night')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^size=regular,value=mixed,interaction=rest@theme=night\n/)
    expect(stdout).toMatch(/■ input · state\.checked +mixed/)
  })
})

test('a sheet by other people, as the format page shows it, is verified', async () => {
  const sheet = `
about: Picks one bunk, or a whole dormitory when it stands above others.
status: ready
source: { kind: markup, markup: thing.liquid, styles: [look.scss], script: thing.js }
stage: { padding: 24, isolate: auto, place: center }
contexts: { theme: all }
pictures: { interaction: [rest, focus] }
parts:
  root: .bunk
  input: .bunk input
  box: .bunk__box
  mark: { select: .bunk__box, pseudo: "::after" }
  label: .bunk__label
props:
  label:    { type: text, default: Lower bunk, about: Text beside the box }
  checked:  { type: flag, default: false }
  disabled: { type: flag, default: false }
slots:
  leading: { accepts: any, text: true, default: none, about: Before the label }
events: { change: { about: The box was ticked or cleared } }
axes:
  size: [compact, regular, large]
  chosen: flag
  value: { of: state, default: off, values: { off: {}, on: { props: { checked: true } }, mixed: { property: { indeterminate: true }, on: input } } }
  interaction:
    of: state
    values:
      rest: {}
      hover: { pseudo: [hover], on: root }
      focus: { pseudo: [focus, focus-visible], on: input }
      pressed: { pseudo: [hover, active], on: root }
      disabled: { props: { disabled: true } }
without:
  - { value: mixed, interaction: pressed }
cover: all
spec:
  - expect:
      box: { width: 22px, height: 22px, border-radius: "{radius.s}" }
      label: { contrast: ">= 4.5", text: Lower bunk }
      input: { attr(data-ready): yes }
  - when: { value: [on, mixed] }
    expect:
      box: { background-color: "{color.pine.600}" }
  - when: { interaction: hover }
    expect:
      box: { outline: "2px solid {color.pine.600 / 22%}", box.width: "same as interaction:rest" }
  - when: { interaction: { not: [rest, hover, pressed] } }
    expect: { box: { outline-style: none } }
  - when: { interaction: disabled, theme: night }
    note: Designers' decision of May
    expect: { label: { opacity: 0.7, contrast: any } }
scenarios:
  - name: A click ticks it
    steps: [{ click: label }, { expect: { input: { state.checked: yes } } }]
guide: thing.md
`
  const files = {
    'tokens.json': JSON.stringify({
      radius: { s: { $type: 'dimension', $value: '4px' } },
      color: { $type: 'color', pine: { 600: { $value: { colorSpace: 'oklch', components: [0.45, 0.08, 165] } } } },
    }),
    'components/thing/look.scss': `
@use "measures";
.bunk { display: flex;
  &__box { width: measures.$size; height: 22px; border-radius: var(--radius-s); }
  input:is(:checked, :indeterminate) + &__box { background: var(--color-pine-600); }
  &:hover { .bunk__box { outline: 2px solid rgb(from var(--color-pine-600) r g b / 0.22); } }
  [data-theme="night"] &:has(:disabled) &__label { opacity: 0.7; }
}`,
    'components/thing/_measures.scss': '$size: 22px;',
    'components/thing/thing.js': `import { mark } from './mark.js'\nexport default (root) => { mark(root.querySelector('input')) }`,
    'components/thing/mark.js': `export const mark = (input) => { input.dataset.ready = 'yes' }`,
    'components/thing/thing.md': '# Thing',
  }
  const markup = `<label class="bunk"><input type="checkbox"{% if props.checked %} checked{% endif %}{% if props.disabled %} disabled{% endif %}><span class="bunk__box"></span><span class="bunk__label">{{ props.label | escape }}</span></label>`
  const library = 'tokens: [tokens.json]\ncontexts: { theme: [day, night], motion: [full, reduced] }\n'
  const { report, cases } = await verifyTree(await engineBrowser(), thing({ sheet, markup, library, ...files }))
  const [component] = report.components
  expect(component!.findings).toEqual([])
  expect(report.totals).toMatchObject({ cases: 3 * 2 * (3 * 5 - 1) * 2, misses: 0, unread: 0 })
  expect(component!.scenarios).toMatchObject([{ name: 'A click ticks it', verdict: 'holds' }])
  expect(told(cases.get('size=large,chosen=on,value=mixed,interaction=hover@theme=night'))).toMatchObject({
    'box · width': 'holds: 22px',
    'input · attr(data-ready)': 'holds: yes',
  })
})

describe('the line that did it', () => {
  const origin = async (css: string, expectation: string, name = 'thing.css') => {
    const sheet = `source: { kind: markup, markup: thing.liquid, styles: [${name}] }\nparts: { root: .t, mark: .t::after, inner: .t b }\naxes: { s: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }\nspec:\n  - when: { s: hover }\n    expect: { ${expectation} }`
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({ sheet, markup: '<p class="t t--a">x<b>y</b></p>', [`components/thing/${name}`]: css }),
    )
    const { file, line, declaration } = report.components[0]!.findings[0]!.origin ?? {}
    return `${file}:${line} ${declaration}`
  }
  test.each([
    ['.t { color: red;\n color: blue }', 'root: { color: green }', 'thing.css:2 color: blue'],
    ['.t { color: red }\n.t:hover { color: blue }', 'root: { color: green }', 'thing.css:2 color: blue'],
    ['.t.t { color: red }\n.t { color: blue }', 'root: { color: green }', 'thing.css:1 color: red'],
    [
      '.t { color: red !important }\n.t:hover { color: blue }',
      'root: { color: green }',
      'thing.css:1 color: red !important',
    ],
    ['.t { color: red }\n', 'inner: { color: green }', 'thing.css:1 color: red'],
    [
      '.t { border: 1px solid red }\n.x { border-color: blue }',
      'root: { border-top-color: green }',
      'thing.css:1 border: 1px solid red',
    ],
    ['.t::after { content: "a";\n width: 3px; display: block }', 'mark: { width: 4px }', 'thing.css:2 width: 3px'],
    ['.t { width: 20px }\n.t { height: 9px }', 'root: { box.height: 8px }', 'thing.css:2 height: 9px'],
    [
      '@layer b, a;\n@layer a { .t { width: 5px } }\n@layer b { .t { width: 6px } }',
      'root: { width: 8px }',
      'thing.css:2 width: 5px',
    ],
    [':root .t {\n  width: 5px }', 'root: { width: 8px }', 'thing.css:2 width: 5px'],
  ])('%s, %s: %s', async (css, expectation, line) => expect(await origin(css, expectation)).toBe(line))

  test('of SCSS is the line that its author wrote', async () => {
    expect(
      await origin(
        '$w: 5px;\n.t {\n  color: red;\n  &:hover {\n    width: $w;\n  }\n}',
        'root: { width: 8px }',
        'thing.scss',
      ),
    ).toBe('thing.scss:5 width: 5px')
  })
})
