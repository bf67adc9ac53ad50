import { expect, test } from '@jest/globals'
import type { Film } from '@/core/scenario'
import { cropOf } from './crop'
import { dwells, placeOf, stretchesOf } from './timeline'

const step = (index: number, from: number, at: number, verdict: 'holds' | 'open' = 'holds') => ({
  index,
  step: 's',
  line: 1,
  verdict,
  from,
  at,
  message: '',
})
const film = (steps: ReturnType<typeof step>[], duration: number) =>
  ({ result: { performance: { steps, duration } } }) as unknown as Film

test('every step that was reached has its place, and longer ones more of it', () => {
  const stretches = stretchesOf(
    film([step(0, 0, 0), step(1, 0, 600), step(2, 600, 600), step(3, 600, 600, 'open')], 600),
  )
  expect(stretches.map((each) => each.step)).toEqual([0, 1, 2])
  expect(stretches[1]!.width).toBeGreaterThan(3 * stretches[0]!.width)
  expect(stretches.reduce((sum, { width }) => sum + width, 0)).toBeCloseTo(1)
  expect(placeOf(stretches, 1, 300)).toBeCloseTo(stretches[1]!.left + stretches[1]!.width / 2)
  expect(placeOf(stretches, 2, 600, true)).toBeCloseTo(1)
  expect(placeOf(stretches, -1, 0)).toBe(0)
})

test('without time steps are alike', () => {
  expect(stretchesOf(film([step(0, 0, 0), step(1, 0, 0)], 0)).map(({ width }) => width)).toEqual([0.5, 0.5])
})

test.each([
  [
    'a movement is played as it was',
    [
      { at: 0, isEnd: false },
      { at: 16, isEnd: false },
    ],
    [16, 320],
  ],
  [
    'a long pause is cut short',
    [
      { at: 0, isEnd: true },
      { at: 60_000, isEnd: true },
    ],
    [1400, 320],
  ],
])('%s', (_, frames, expected) => {
  expect(dwells({ frames: frames.map((each) => ({ ...each, step: 0, picture: '' })) })).toEqual(expected)
})

test.each([
  ['small and in the middle', { left: 400, top: 300, width: 100, height: 40 }, [2, 376, 276, 148, 88]],
  ['as large as the stage', { left: 0, top: 0, width: 960, height: 720 }, [0.5, 0, 0, 960, 720]],
  ['beyond the stage', { left: -40, top: 700, width: 80, height: 60 }, [2, 0, 676, 64, 44]],
])('a component that is %s is shown with room around it', (_, extent, [zoom, left, top, width, height]) => {
  const crop = cropOf({ size: { width: 960, height: 720 }, extent }, { width: 480, height: 360 })
  expect(crop).toEqual({ zoom, left, top, width, height })
})
