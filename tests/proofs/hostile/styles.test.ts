import { afterEach, expect, test } from '@jest/globals'
import { prepareLibrary } from '@/runner'
import { SassProcess } from '@/source'
import { thing, verifyTree } from '../../support/library'
import { engineBrowser } from '../../support/browsers'
import { rows } from '../../support/extent'

let thread: SassProcess
afterEach(() => thread?.end())

// Its own start takes some of it.
const LIMIT_MS = 1500

const NONE = { find: () => null, load: () => null }
const URL_OF_SHEET = 'brelt:/x.scss'

/** What comes of compiling a sheet that spoils, and of an innocent one after it. */
async function compile(text: string) {
  thread = new SassProcess({ time: LIMIT_MS, memory: 200 })
  const [spoils, innocent] = await Promise.all([
    thread.compile(URL_OF_SHEET, text, NONE),
    thread.compile(URL_OF_SHEET, '$a: 1px; .x { width: $a }', NONE),
  ])
  return { spoils: 'fault' in spoils ? spoils.fault.message : 'compiled', innocent }
}

const SPOILERS: readonly [what: string, text: string, told: RegExp][] = [
  ['never ends', '@while true { .x { width: 1px } }', /did not end within 1\.5 s|more than 200 MB/],
  ['never ends, and makes nothing', '$n: 1; @while $n > 0 { $n: 1 }', /^it did not end within 1\.5 s$/],
  ['calls itself', '@function f($n) { @return f($n + 1) } .x { width: f(1) }', /./],
  [
    'takes all memory',
    "$a: 'xxxxxxxxxxxxxxxx'; @for $i from 1 through 40 { $a: '#{$a}#{$a}' } .x { content: $a }",
    /./,
  ],
  ['is broken', '.x { width: ', /^Expected expression/],
]

test.each(rows(SPOILERS, 'never ends', 'calls itself'))(
  'a style sheet that %s costs itself only',
  async (_, text, told) => {
    const { spoils, innocent } = await compile(text)
    expect(spoils).toMatch(told)
    expect(innocent).toMatchObject({ css: '.x {\n  width: 1px;\n}' })
  },
  60_000,
)

test('files are found as they are asked for, and faults lie where they are', async () => {
  thread = new SassProcess()
  const files = {
    find: (reference: string) => (reference.endsWith('tone') ? 'brelt:/_tone.scss' : null),
    load: () => ({ contents: '$tone: red;\n.y { color: $nothing }', syntax: 'scss' as const }),
  }
  expect(await thread.compile(URL_OF_SHEET, "@use 'tone';", files)).toMatchObject({
    fault: { message: 'Undefined variable.', url: 'brelt:/_tone.scss', line: 2, column: 13 },
  })
})

test('the others of its library are read, and the server goes on meanwhile', async () => {
  const tree = thing({
    sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.scss] }
parts: { root: .box }
spec: [{ expect: { root: { width: 40px } } }]`,
    markup: '<div class="box">x</div>',
    'components/thing/thing.scss': '$w: 40px; .box { width: $w }',
  })
  let turns = 0
  const turning = setInterval(() => turns++, 1)
  await prepareLibrary(tree)
  clearInterval(turning)
  expect(turns).toBeGreaterThan(3)
  const { report } = await verifyTree(await engineBrowser(), tree)
  expect(report.totals).toMatchObject({ holds: 1, misses: 0, unread: 0 })
})
