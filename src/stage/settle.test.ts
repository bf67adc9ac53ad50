import { expect, test } from '@jest/globals'
import { settle } from './settle'

/** What each look finds running, the last one from then on; and what is waited for in between. */
async function comesToRest(ended: readonly number[]) {
  const waits: string[] = []
  let looks = 0
  const { isSettled } = await settle({
    comeToRest: undefined,
    endAnimations: () => Promise.resolve(ended[Math.min(looks++, ended.length - 1)]!),
    wait: (what) => Promise.resolve(void waits.push(what)),
  })
  return { isSettled, waits: waits.join(' ') }
}

test.each([
  ['nothing moves', [0], { isSettled: true, waits: 'task' }],
  ['a transition ends', [1, 0], { isSettled: true, waits: 'frame frame' }],
  ['one begins late', [0, 1, 0], { isSettled: true, waits: 'task frame frame' }],
  ['each end starts another', [1], { isSettled: false, waits: Array(10).fill('frame').join(' ') }],
  // It ended by itself a moment before the look, which does not see what its end is about to start.
  [
    'each end starts another, and one look falls between them',
    [1, 0, 1],
    { isSettled: false, waits: Array(10).fill('frame').join(' ') },
  ],
])('%s', async (_, ended, wanted) => {
  expect(await comesToRest(ended)).toEqual(wanted)
})

test('what its own code says of its rest is handed on', async () => {
  const still = { endAnimations: () => Promise.resolve(0), wait: () => Promise.resolve() }
  for (const isSettled of [true, false])
    expect(await settle({ ...still, comeToRest: () => Promise.resolve({ isSettled }) })).toEqual({ isSettled })
})
