import { expect, test } from '@jest/globals'
import { counted } from './counted'

test.each([
  [counted(0, 'case'), '0 cases'],
  [counted(1, 'case'), '1 case'],
  [counted(1200, 'case'), '1,200 cases'],
  [counted(2, 'property', 'properties'), '2 properties'],
])('%s', (found, expected) => expect(found).toBe(expected))
