import { expect, test } from '@jest/globals'
import { channelsOf, colourText, isInReach, spaceOf } from './colourSpaces'

test.each([
  ['#1e6049', 'rgb'],
  ['oklch(0.45 0.09 165)', 'oklch'],
  ['color(display-p3 0.2 0.37 0.29)', 'p3'],
  ['oklch(0.45 0.09 165 / 0.5)', 'oklch'],
  ['#1e604980', 'rgb'],
] as const)('%s comes back as it was from its own space', (css, space) => {
  expect(spaceOf(css)).toBe(space)
  const { channels, alpha } = channelsOf(css, space)!
  expect(colourText(space, channels, alpha)).toBe(css)
})

test('a colour goes to another space and back', () => {
  const { channels } = channelsOf('#1e6049', 'oklch')!
  expect(channels.map((each) => Math.round(each * 100) / 100)).toEqual([0.44, 0.08, 166.21])
  const back = channelsOf(colourText('oklch', channels), 'rgb')!
  expect(colourText('rgb', back.channels)).toBe('#1e6049')
})

test('what sRGB cannot show is told, and what is no colour is none', () => {
  expect(isInReach('#1e6049')).toBe(true)
  expect(isInReach('oklch(0.7 0.3 150)')).toBe(false)
  expect(channelsOf('larch', 'rgb')).toBeUndefined()
})
