import { describe, expect, test } from '@jest/globals'
import { fixOf, lintRendered } from '@/core/lint'
import { readLibrary } from '@/core/sheet'
import { EMPTY_INVENTORY } from '@/stage'
import { thing, treeOf, verifyTree } from '../support/library'
import { engineBrowser } from '../support/browsers'

/** Codes and messages of the lints that a rendered thing gets. */
async function lintsOf(tree: ReturnType<typeof treeOf>) {
  const { report } = await verifyTree(await engineBrowser(), tree)
  return report.components[0]!.lints.map(({ code, file, line, message }) => ({ code, at: `${file}:${line}`, message }))
}

describe('lints of the rendered component', () => {
  test('classes without a style, and styles without a class', async () => {
    const lints = await lintsOf(
      thing({
        sheet:
          'props: { on: { type: flag } }\naxes: { on: flag }\nparts: { named: .named }\nspec: [{ expect: { root: { present: yes } } }]',
        markup: '<p class="thing named lost{% if props.on %} is-on{% endif %}"></p>',
        css: '.thing { color: red }\n.thing.is-on { color: blue }\n\n.gone { color: red }',
      }),
    )
    expect(lints.filter(({ code }) => !/^(look-alike|unspecified)$/.test(code))).toEqual([
      {
        code: 'class-undefined',
        at: expect.stringMatching(/thing.sheet.yaml:/),
        message: expect.stringContaining('"lost" stands in on=off'),
      },
      { code: 'class-unused', at: 'thing.css:4', message: expect.stringContaining('"gone"') },
    ])
  })

  test('classes that code has styled, and what vendors style, are not told here', async () => {
    const lints = await lintsOf(
      thing({
        sheet:
          'source: { kind: markup, markup: thing.liquid, styles: [vendor/all.css], script: thing.js }\nspec: [{ expect: { root: { present: yes } } }]',
        markup: '<p class="thing"></p>',
        'components/thing/vendor/all.css': '.thing { color: red }\n.never { color: red }',
        'components/thing/thing.js': `const name = (number) => 'c-x' + number
        export default (root) => {
          const style = document.createElement('style')
          document.head.append(style)
          style.sheet.insertRule('@media all { .' + name(7) + ':hover { color: red } }')
          root.classList.add(name(7), name(8))
        }`,
      }),
    )
    expect(lints.map(({ code, message }) => `${code}: ${message.slice(0, 16)}`)).toEqual([
      'class-undefined: The class "c-x8"',
    ])
  })

  test('parts that are in no case, and those that stand elsewhere in the page', async () => {
    const lints = await lintsOf(
      thing({
        sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
axes: { at: { of: state, values: { rest: {}, on: { class: is-on } } } }
parts: { root: .thing, tip: .tip, told: { select: .tip, in: page }, on: .is-on, gone: .gone, mark: { select: .thing, pseudo: "::after" }, none: .none, menu: .menu }
spec: [{ expect: { none: { present: no } } }]
scenarios: [{ name: Opens, steps: [{ click: root }, { expect: { menu: { present: no } } }] }]`,
        markup: '<p class="thing"></p>',
        css: '.thing { color: red } .tip { color: red } .tip-loud { color: red } .is-on { color: red }',
        'components/thing/thing.js': `export default () => {
  const tip = document.createElement('i')
  tip.className = ['tip', 'tip-loud'].join(' ')
  document.body.append(tip)
  return () => tip.remove()
}`,
      }),
    )
    const told = lints
      .filter(({ code }) => /^(part-|class-)/.test(code))
      .map(({ code, message }) => `${code}: ${message}`)
    expect(told).toEqual([
      'part-missing: The part "tip" (.tip) is in no case: what it selects stands elsewhere in the page. Say { select: ".tip", in: page }.',
      'part-missing: The part "gone" (.gone) is in no case: nothing that it selects is there.',
    ])
  })

  test('custom properties that its styles need and nothing gives', async () => {
    const given = {
      sheet:
        'axes: { at: { of: state, values: { rest: {}, on: { class: is-on } } } }\nspec: [{ expect: { root: { present: yes } } }]',
      markup: '<p class="thing"><b>x</b></p>',
      css: `.thing { --own: 1px; color: var(--nowhere, red); margin: var(--own) }
.thing b { color: var(--ink); padding: var( --gap ); outline: var(--ring) solid }
.is-on { --ring: 1px }
@property --gap { syntax: "<length>"; inherits: true; initial-value: 2px }`,
    }
    const told = async (library: string, files: Record<string, string> = {}) =>
      (await lintsOf(thing({ ...given, library, ...files }))).filter(({ code }) => code === 'variable-undefined')
    expect(await told('')).toEqual([
      {
        code: 'variable-undefined',
        at: 'thing.css:2',
        message: expect.stringMatching(/^--ink: no element of any case has this/),
      },
    ])
    expect(await told('styles: [base.css]', { 'base.css': ':root { --ink: red }' })).toEqual([])
    expect(await told('page: { class: hut }\nstyles: [base.css]', { 'base.css': '.hut { --ink: red }' })).toEqual([])
  })

  test('a size of the rectangle around something that is turned, itself or with what holds it', async () => {
    const tree = thing({
      sheet: `props: { on: { type: flag } }
axes: { on: flag }
parts: { root: .thing, leaf: .leaf, vein: .vein, moved: .moved, half: .half }
spec:
  - expect:
      root: { box.width: any }
      leaf: { box.width: any, box.height: any, width: 8px }
      moved: { box.width: any }
      half: { box.width: any }
  - when: { on: on }
    expect: { vein: { box.height: any } }`,
      markup:
        '<p class="thing{% if props.on %} is-on{% endif %}"><i class="leaf"></i><b><i class="vein"></i></b><i class="moved"></i><i class="half"></i></p>',
      css: `.half { display: block; rotate: 180deg } .leaf { display: block; width: 8px; rotate: 45deg } .is-on b { display: block; transform: rotate(90deg) }
.moved { display: block; translate: 2px 3px; transform: scale(2) }`,
    })
    const { report } = await verifyTree(await engineBrowser(), tree)
    const told = report.components[0]!.lints.filter(({ code }) => code === 'turned-box')
    expect(told.map(({ line, message }) => `${line} ${message}`)).toEqual([
      expect.stringMatching(
        /^\d+ "leaf" is turned in on=off: box.width is that of the upright rectangle around it\. width/,
      ),
      expect.stringMatching(/^\d+ "leaf" is turned in on=off: box.height /),
      expect.stringMatching(/^\d+ "vein" is turned in on=on: box.height /),
    ])
    const { library } = readLibrary(tree)
    const [sheet] = library!.sheets
    const facts = { ...EMPTY_INVENTORY, turned: [['leaf', 'on=off'] as const, ['vein', 'on=on'] as const] }
    const styles = { all: [], isOwn: () => true, code: '', placeOf: () => undefined }
    expect(lintRendered(sheet!, facts, styles).map((lint) => fixOf(lint, sheet!)?.edits)).toEqual([
      // There is a width already.
      undefined,
      [{ do: 'rename', path: ['spec', 0, 'expect', 'leaf', 'box.height'], to: 'height' }],
      [{ do: 'rename', path: ['spec', 1, 'expect', 'vein', 'box.height'], to: 'height' }],
    ])
  })

  test('what varies and no rule speaks of: only what the own styles declare, not what is inherited or comes out of layout', async () => {
    const lints = await lintsOf(
      thing({
        sheet: `props: { on: { type: flag }, wide: { type: flag } }
axes: { on: flag, wide: flag }
parts: { root: .thing, inner: .inner, bar: { select: .inner, pseudo: "::after" } }
spec:
  - expect: { root: { padding: 4px } }
  - when: { wide: on }
    expect: { root: { padding: 8px } }`,
        markup:
          '<p class="thing{% if props.on %} is-on{% endif %}{% if props.wide %} is-wide{% endif %}"><b class="inner">a</b></p>',
        css: `.thing { color: red; padding: 4px; margin: 0 }
.is-on { color: blue; outline: 1px solid green }
.is-wide { padding: 8px }
.inner { display: block; width: 50%; opacity: 1 }
.thing:hover .inner { opacity: .5 }
.is-on .inner::after { content: "!"; letter-spacing: 2px }`,
      }),
    )
    expect(
      lints
        .filter(({ code }) => code === 'unspecified')
        .map(({ at, message }) => [at, message.split(' changes along ')[0], /along (.*?) \(/.exec(message)![1]]),
    ).toEqual([
      ['thing.sheet.yaml:6', 'root · color', 'on'],
      ['thing.sheet.yaml:6', 'root · outline-style', 'on'],
    ])
  })

  test('ids and radio groups that repeat, and labels that lead nowhere', async () => {
    const lints = await lintsOf(
      thing({
        sheet: 'props: { on: { type: flag } }\naxes: { on: flag }\nspec: [{ expect: { root: { present: yes } } }]',
        markup:
          '<div{% if props.on %} hidden{% endif %}><i id="twin"></i><i id="twin"></i><i id="{{ id }}-own"></i><label for="{{ id }}-own">a</label><label for="none">b</label><input id="ok"><label for="ok">c</label><input type="radio" name="pick"></div>',
      }),
    )
    expect(
      lints
        .filter(({ code }) => code !== 'look-alike')
        .map(({ code, message }) => `${code} ${/"(.*?)"/.exec(message)![1]}`),
    ).toEqual([
      'duplicate-id twin',
      'duplicate-id ok',
      'duplicate-id pick',
      'label-target {id}-own',
      'label-target none',
    ])
  })

  test('a union member added in the code is drift, and so is one that the code has lost', async () => {
    const files = {
      'library.yaml': 'library: 1\nname: Test',
      'c/bell/Bell.tsx': `type Size = 'small' | 'large' | 'huge'\nexport const Bell = ({ size = 'small' }: { size?: Size }) => <b>{size}</b>`,
      'c/bell/bell.sheet.yaml': `sheet: 1
name: Bell
source: { kind: react, module: Bell.tsx, export: Bell }
props: { size: { type: choice, values: [small, large, tiny], default: small } }
axes: { size: [small, large, tiny] }
spec: [{ expect: { root: { present: yes } } }]
`,
    }
    const [drift] = await lintsOf(treeOf(files))
    expect(drift).toMatchObject({ code: 'axis-drift', at: 'bell.sheet.yaml:4' })
    expect(drift!.message).toBe(
      'The values of "size" have drifted apart: Bell.tsx:2 also allows huge; Bell.tsx:2 does not know tiny.',
    )
  })
})
