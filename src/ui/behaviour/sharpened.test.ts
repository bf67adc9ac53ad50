import { expect, test } from '@jest/globals'
import type { Film } from '@/core/scenario'
import { sharpened } from './usePlay'

const film = (moments: readonly number[], picture: string) =>
  ({
    result: { name: picture },
    frames: moments.map((at) => ({ at, step: 0, isEnd: false, picture })),
  }) as unknown as Film

test.each([
  ['goes alike', [0, 16], [0, 16], 'sharp'],
  ['goes otherwise', [0, 16], [0, 17], 'plain'],
  ['is shorter', [0, 16], [0], 'plain'],
])('the pictures of a sharper film that %s', (_, own, other, wanted) => {
  const made = sharpened(film(own, 'plain'), film(other, 'sharp'))
  expect([made.frames.map(({ picture }) => picture), made.result.name]).toEqual([own.map(() => wanted), 'plain'])
})
