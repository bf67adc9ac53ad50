import { expect, test } from '@jest/globals'
import { prepareLibrary, verifyLibrary } from '@/runner'
import { thing } from '../../support/library'
import { engineBrowser } from '../../support/browsers'

const LOOPER = (body: string, more = '') =>
  thing({
    sheet: `source: { kind: markup, markup: thing.liquid, styles: [thing.css], script: thing.js }
parts: { root: .box }
axes: { place: { of: variant, values: { one: {}, two: {}, three: {} } } }
spec: [{ expect: { root: { display: block } } }]
${more}`,
    markup: '<div class="box">x</div>',
    'components/thing/thing.js': body,
  })

test.each([
  ['loops when it is mounted', LOOPER('export default () => { for (;;); }')],
  ['loops when it is loaded', LOOPER('for (;;);\nexport default () => {}')],
  [
    'loops for ever in tasks of its own',
    LOOPER(
      'export default () => { const c = new MessageChannel(); c.port1.onmessage = () => c.port2.postMessage(0); c.port2.postMessage(0) }',
    ),
  ],
  [
    'loops when it is used',
    LOOPER(
      "export default (root) => root.addEventListener('click', () => { for (;;); })",
      'scenarios: [{ name: It hangs, steps: [{ click: root }, { expect: { root: { display: block } } }] }]',
    ),
  ],
])(
  'a run of what %s can be stopped',
  async (_, tree) => {
    const stop = new AbortController()
    const prepared = await prepareLibrary(tree)
    // Long before the code is taken to hang.
    setTimeout(() => stop.abort(), 300)
    const report = await verifyLibrary(await engineBrowser(), prepared, { signal: stop.signal })
    expect(JSON.stringify(report)).not.toContain('did not return')
  },
  60_000,
)
