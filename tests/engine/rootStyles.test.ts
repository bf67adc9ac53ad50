import { expect, test } from '@jest/globals'
import { engineBrowser } from '../support/browsers'
import { treeOf, verifyTree } from '../support/library'

/** What a library's styles say of the page's root, and how wide `2rem`, and how high `2em`, of a case are then. */
const STYLES: readonly (readonly [what: string, css: string, width: number, height?: number])[] = [
  [
    'a custom property of a media query',
    '@media (min-width: 768px) { :root { --s: 112.5% } } :root { font-size: var(--s) }',
    36,
  ],
  [
    'a media query that does not hold',
    ':root { font-size: 20px } @media (max-width: 300px) { :root { font-size: 30px } }',
    40,
  ],
  ['no specificity', ':where(:root) { font-size: 20px }', 40],
  ['a list', ':is(html, .other) { font-size: 20px }', 40],
  ['what it does not bear', ':root:not([data-dim]) { font-size: 20px }', 40],
  ['what it does not bear, and holds', ':root:not(.dim) .peg { width: 10px }', 10, 32],
  ['others beside it', 'html, button { font-size: 20px }', 40],
  ['others beside it, with all they get', 'html, .peg { font-size: 20px; letter-spacing: 1px }', 40, 40],
  ['the body', 'html { font-size: 10px } body { font-size: 30px }', 20, 60],
  ['a condition within', ':root { @media (min-width: 1px) { font-size: 20px } }', 40],
  ['per cent, under a condition within', ':root { @media (min-width: 1px) { font-size: 200% } }', 64],
  ['what can be supported', '@supports (display: grid) { :root { font-size: 20px } }', 40],
  [
    'a layer that comes later',
    '@layer a, b; @layer b { :root { font-size: 20px } } @layer a { :root { font-size: 30px } }',
    40,
  ],
  [
    'a layer named by others first',
    '@layer a { .x { top: 0 } } @layer b { :root { font-size: 20px } } @layer a { :root { font-size: 30px } }',
    40,
  ],
  ['a layer, and none', '@layer a { :root { font-size: 30px } } :root { font-size: 20px }', 40],
  [
    'a layer that is important',
    '@layer a, b; @layer a { :root { font-size: 20px !important } } @layer b { :root { font-size: 30px !important } }',
    40,
  ],
  [
    'a host that is none',
    ':root, :host { font-size: 20px; padding: 9px } :host { width: 9px; letter-spacing: 3px }',
    40,
  ],
]

test.each(STYLES)(
  'of a root that is told by %s, each case reads what a page of its own does',
  async (_, css, width, height = width) => {
    for (const isolate of ['yes', 'no']) {
      const { report } = await verifyTree(
        await engineBrowser(),
        treeOf({
          'library.yaml': 'library: 1\nname: Test\nstyles: [base.css]\n',
          'base.css': `${css}\n.peg { display: block; width: 2rem } .peg i { display: block; height: 2em }`,
          'c/peg/peg.liquid': '<b class="peg"><i></i></b>',
          'c/peg/peg.sheet.yaml': `sheet: 1\nname: Peg\nsource: { kind: markup, markup: peg.liquid }\nstage: { isolate: ${isolate} }\nspec: [{ expect: { root: { width: ${width}px, height: ${height}px } } }]\n`,
        }),
      )
      expect([isolate, ...report.components[0]!.findings.map(({ message }) => message)]).toEqual([isolate])
    }
  },
)
