import { test } from '@jest/globals'
import { times } from '../../../tests/support/extent'
import fc from 'fast-check'
import { parse } from 'yaml'
import { printBlock, printFlow } from './index'

/** Texts as people write them in descriptions: of several lines, long, with quotes and signs. */
const text = fc.oneof(
  fc.string(),
  fc
    .array(fc.constantFrom('word', '"quoted"', "it's", 'a: b', '# no', '- x', '\n', '\n\n', '{ }', '%', '`c`', '\t'), {
      maxLength: 40,
    })
    .map((words) => words.join(' ')),
)
const value = fc.letrec((tie) => ({
  node: fc.oneof(
    { maxDepth: 4 },
    text,
    fc.integer(),
    fc.boolean(),
    fc.array(tie('node'), { maxLength: 3 }),
    fc.dictionary(fc.stringMatching(/^[a-z][a-z-]{0,6}$/), tie('node'), { maxKeys: 4 }),
  ),
})).node

test('what is printed as a block, or in one line, reads as what it was', () =>
  fc.assert(
    fc.property(value, fc.integer({ min: 0, max: 3 }), (given, depth) => {
      const same = (read: unknown) => JSON.stringify(read) === JSON.stringify(given)
      const block = `a:\n${printBlock({ b: given }, 2 + depth * 2)}`
      return same(parse(`a: { b: ${printFlow(given)} }`).a.b) && same(parse(block).a.b)
    }),
    { numRuns: times(100, 400) },
  ))
