import { describe, expect, test } from '@jest/globals'
import { isWhole } from '../support/extent'
import { thing, verifyTree } from '../support/library'
import { playTree } from '../support/scenarios'
import { engineBrowser } from '../support/browsers'

const LIBRARY = `contexts:
  viewport-width: [800px, 390px]
  container-width: [none, 200px]
  forced-colors: [none, active]
  prefers-contrast: [no-preference, more, less]
  pointer: [fine, coarse]
`
const CSS = `
.box { box-sizing: border-box; width: 100%; height: 10px; outline: 1px solid rgb(1, 2, 3); background: rgb(4, 5, 6); color: rgb(7, 8, 9); border: 0 solid }
@media (max-width: 500px) { .box { height: 20px } }
@media (min-width: 501px) { .box { border-left-width: 2px } }
@container (max-width: 250px) { .box { border-top-width: 3px } }
@media (forced-colors: active) { .box { border-right-width: 4px } }
@media (prefers-contrast: more) { .box { border-bottom-width: 5px } }
@media (prefers-contrast: less) { .box { border-bottom-width: 6px } }
@media (pointer: coarse) and (hover: none) { .box { letter-spacing: 7px } }
@media (pointer: fine) and (hover: hover) { .box { letter-spacing: 8px } }
`
const sheet = (isolate: string) => `stage: { isolate: ${isolate}, padding: 10 }
contexts: { viewport-width: all, container-width: all, forced-colors: all, prefers-contrast: all, pointer: all }
cover: each
parts: { root: .box }
spec:
  - expect:
      root:
        height: 10px
        # As wide as the window, less the stage's padding.
        box.width: 780px
        border-left-width: 2px
        border-top-width: 0px
        border-right-width: 0px
        border-bottom-width: 0px
        letter-spacing: 8px
        background-color: rgb(4, 5, 6)
  - { when: { viewport-width: 390px }, expect: { root: { height: 20px, border-left-width: 0px, box.width: 370px } } }
  - { when: { container-width: 200px }, expect: { root: { border-top-width: 3px, box.width: 200px } } }
  - { when: { forced-colors: active }, expect: { root: { border-right-width: 4px, background-color: [Canvas, "not rgb(4, 5, 6)"] } } }
  - { when: { prefers-contrast: more }, expect: { root: { border-bottom-width: 5px } } }
  - { when: { prefers-contrast: less }, expect: { root: { border-bottom-width: 6px } } }
  - { when: { pointer: coarse }, expect: { root: { letter-spacing: 7px } } }
`

describe('contexts that the browser brings about', () => {
  test.each(['no', 'yes'])('readings, isolate %s', async (isolate) => {
    const { report } = await verifyTree(
      await engineBrowser(),
      thing({ sheet: sheet(isolate), library: LIBRARY, markup: '<div class="box">x</div>', css: CSS }),
      { cover: isWhole ? 'all' : 'pairs' },
    )
    expect(report.components[0]!.findings).toEqual([])
    // Three by two by two by two by two of them, or each pair once.
    expect(report.totals).toMatchObject({ cases: isWhole ? 48 : 8, misses: 0, unread: 0 })
  })

  test('steps, and a context that changes on the way', async () => {
    const results = await playTree(
      thing({
        sheet: `${sheet('yes')}
scenarios:
  - name: All of them
    start: { viewport-width: 390px, pointer: coarse }
    steps:
      - expect: { root: { height: 20px, letter-spacing: 7px } }
      - context: { viewport-width: 800px, forced-colors: active }
      - expect: { root: { height: 10px, letter-spacing: 7px, border-right-width: 4px } }
      - context: { forced-colors: none, container-width: 200px }
      - expect: { root: { border-right-width: 0px, border-top-width: 3px } }
  - name: No way back to a mouse
    start: { pointer: coarse }
    steps:
      - context: { pointer: fine }
  - name: Nothing is left of another
    steps:
      - expect: { root: { height: 10px, letter-spacing: 8px, border-top-width: 0px } }
`,
        library: LIBRARY,
        markup: '<div class="box">x</div>',
        css: CSS,
      }),
      { lanes: 1 },
    )
    expect(
      [...results].map(([name, { performance }]) => [name, performance.steps.map(({ message }) => message)]),
    ).toEqual([
      ['All of them', ['', '', '', '', '']],
      ['No way back to a mouse', [expect.stringMatching(/^a page that was pointed at with a coarse pointer cannot/)]],
      ['Nothing is left of another', ['']],
    ])
  })
})
