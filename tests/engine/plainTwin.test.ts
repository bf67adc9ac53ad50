import { expect, test } from '@jest/globals'
import { engineBrowser } from '../support/browsers'
import { treeOf, verifyTree } from '../support/library'

/** What a library's styles say, what of a page of its own is told, and how wide `.peg` is there. */
const STYLES: readonly (readonly [what: string, css: string, told: string | undefined, width: string])[] = [
  ['what is lifted whole', ':root { font-size: 20px } .peg { width: 2rem }', undefined, '40px'],
  ['what only the page has', ':root:has(.peg) { font-size: 20px } .peg { width: 2rem }', 'font-size', '40px'],
  [
    'a condition on the page’s box',
    'body { container-type: inline-size } @container (min-width: 700px) { .peg { width: 40px } }',
    undefined,
    '40px',
  ],
]

test.each(STYLES)('a component styled by %s is read as in a page of its own', async (_, css, told, width) => {
  const { report } = await verifyTree(
    await engineBrowser(),
    treeOf({
      'library.yaml': 'library: 1\nname: Test\nstyles: [base.css]\n',
      'base.css': `.peg { display: block } ${css}`,
      'c/peg/peg.liquid': '<b class="peg"></b>',
      'c/peg/peg.sheet.yaml': `sheet: 1\nname: Peg\nsource: { kind: markup, markup: peg.liquid }\nspec: [{ expect: { root: { width: ${width} } } }]\n`,
    }),
  )
  const [component] = report.components
  expect(component!.findings.map(({ message }) => message)).toEqual([])
  expect(component!.notes).toEqual(told === undefined ? [] : [expect.stringContaining(told)])
})
