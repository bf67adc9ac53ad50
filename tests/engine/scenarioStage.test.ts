import { describe, expect, test } from '@jest/globals'
import { thing } from '../support/library'
import { playTree } from '../support/scenarios'

/** Opens upwards where there is no room below, and to the left where there is none on the right. */
const SCRIPT = `export default (root) => {
  root.addEventListener('click', () => {
    const { bottom, right } = root.getBoundingClientRect()
    root.dataset.opens = (bottom + 200 > innerHeight ? 'up' : 'down') + ' ' + (right + 200 > innerWidth ? 'left' : 'right')
  })
}`

const opens = (way: string) => `steps: [{ click: root }, { expect: { root: { attr(data-opens): ${way} } } }]`

describe('where a scenario is performed', () => {
  test('in a window and at a place of its own, and the next as the sheet says', async () => {
    const results = await playTree(
      thing({
        sheet: `source: { kind: markup, markup: thing.liquid, script: thing.js }
stage: { place: start }
scenarios:
  - { name: As in the sheet, ${opens('down right')} }
  - { name: At the edge, place: { x: end, y: end }, ${opens('up left')} }
  - { name: In a low window, window: { height: 120 }, ${opens('up right')} }
  - { name: In a narrow one, window: { width: 150, height: 600 }, ${opens('down left')} }
  - { name: As before, ${opens('down right')} }
`,
        library: 'viewport: { width: 900, height: 700 }',
        markup: '<button class="thing">x</button>',
        'components/thing/thing.js': SCRIPT,
      }),
      { lanes: 1 },
    )
    expect(
      [...results].map(([name, { performance }]) => [name, performance.steps.map(({ message }) => message)]),
    ).toEqual(
      ['As in the sheet', 'At the edge', 'In a low window', 'In a narrow one', 'As before'].map((name) => [
        name,
        ['', ''],
      ]),
    )
  })
})
