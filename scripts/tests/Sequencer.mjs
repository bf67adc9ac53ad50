// Parts that share nothing are begun in the order in which they were bundled: those that took longest first.
import Sequencer from '@jest/test-sequencer'
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** The file beside the parts that holds their paths in order. */
export const ORDER = 'order.json'

export default class InOrder extends Sequencer {
  sort(tests) {
    if (tests.length === 0) return tests
    const order = JSON.parse(readFileSync(join(dirname(tests[0].path), ORDER), 'utf8'))
    return [...tests].sort((a, b) => order.indexOf(a.path) - order.indexOf(b.path))
  }
}
