import { describe, expect, test } from '@jest/globals'
import { countSilence } from './silence'

describe('silence of a frame', () => {
  // What happens, second by second: a tick is told by what it came to.
  const through = (events: readonly ['heard' | 'tick' | 'hidden', number][]) => {
    let at = 0
    const silence = countSilence(2000, () => at)
    return events.flatMap(([event, seconds]) => {
      at = seconds * 1000
      if (event === 'heard') return (silence.end(), [])
      return [silence.tick(event === 'tick') / 1000]
    })
  }

  test.each([
    [
      'is not counted before anything is expected',
      [
        ['tick', 1],
        ['tick', 9],
      ],
      [0, 0],
    ],
    [
      'is counted from the last that was heard',
      [
        ['heard', 0],
        ['tick', 1],
        ['tick', 2],
      ],
      [1, 2],
    ],
    [
      'ends when something is heard',
      [
        ['heard', 0],
        ['tick', 1],
        ['heard', 1.5],
        ['tick', 2],
      ],
      [1, 0.5],
    ],
    [
      'is not that of a machine that slept',
      [
        ['heard', 0],
        ['tick', 1],
        ['tick', 3601],
        ['tick', 3602],
      ],
      [1, 3, 4],
    ],
    [
      'is nothing while the page is hidden',
      [
        ['heard', 0],
        ['tick', 1],
        ['hidden', 2],
        ['tick', 3],
      ],
      [1, 0, 1],
    ],
  ] as const)('%s', (_, events, wanted) => expect(through(events as never)).toEqual(wanted))
})
