// Parts that share nothing are begun in the order in which they were given.
import Sequencer from '@jest/test-sequencer'

export default class InOrder extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => (a.path < b.path ? -1 : 1))
  }
}
