import { expect, test } from '@jest/globals'
import { findChromium, NoBrowser } from './chromium'

test('a browser is found by its variable or on the path, or it is said how to get one', () => {
  expect(findChromium({ BRELT_CHROMIUM: process.execPath })).toBe(process.execPath)
  expect(() => findChromium({ BRELT_CHROMIUM: '/no/such' })).toThrow(NoBrowser)
  expect(() => findChromium({ PATH: '/no/such' })).toThrow(/install one .*BRELT_CHROMIUM/)
})
