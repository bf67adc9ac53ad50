import { expect, test } from '@jest/globals'
import { shortened } from './shortened'

test.each([
  ['short enough', 'abc', 3, 'abc'],
  ['empty', '', 3, ''],
  ['too long', 'abcdef', 3, 'abc… (3 more characters)'],
  ['not within a sign', 'ab👩cd', 3, 'ab… (4 more characters)'],
  ['after a sign', 'ab👩cd', 4, 'ab👩… (2 more characters)'],
  ['very long', 'x'.repeat(5000), 1, 'x… (4,999 more characters)'],
])('%s', (_, text, most, expected) => expect(shortened(text, most)).toBe(expected))
