import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { PageWatch, StageHang, type Watched } from './PageWatch'

beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

interface Page {
  /** Share of a processor that the page gets while it is called. */
  share: number
  answers?: boolean
  /** What the page tells, each 100 ms. */
  beats?: (at: number) => readonly number[]
  /** When the call comes back, in ms. */
  returns?: number
}

const NEVER = new Promise<never>(() => {})

/** What comes of a call to a page, and when, in ms of real time. */
async function call({ share, answers = false, beats, returns }: Page, watched: Partial<Watched> = {}) {
  const start = Date.now()
  const watch = new PageWatch(
    {
      ask: () => (answers ? Promise.resolve() : NEVER),
      taken: () => Promise.resolve(new Map([[7, (Date.now() - start) * share]])),
      isOver: () => false,
    },
    () => 1,
  )
  const sent = returns === undefined ? NEVER : new Promise((done) => setTimeout(() => done('back'), returns))
  let told: unknown
  const over = watch.over(sent, { hasCode: true, isMounting: true, ...watched }).then(
    (value) => (told = value),
    (error: unknown) => (told = error),
  )
  for (let at = 0; told === undefined && at < 200_000; at += 100) {
    for (const index of beats?.(at) ?? []) watch.beat(index)
    await jest.advanceTimersByTimeAsync(100)
  }
  await over
  return {
    told: told instanceof Error ? told.message : told,
    at: Date.now() - start,
    hang: told instanceof StageHang ? told.caseIndex : undefined,
  }
}

describe('code that never returns', () => {
  test.each<[string, Page, Partial<Watched>, number, number]>([
    ['with a processor to itself', { share: 1 }, {}, 1900, 2400],
    ['on a machine five times overloaded, by its own processor time', { share: 0.2 }, {}, 7500, 8500],
    ['while it is read', { share: 1 }, { isMounting: false }, 6500, 7000],
    ['that does nothing at all', { share: 0 }, {}, 30_000, 30_500],
    ['of a page that answers', { share: 0.1, answers: true }, { isMounting: false }, 15_000, 15_500],
    ['of a page without code', { share: 0 }, { hasCode: false }, 60_000, 60_500],
  ])('%s', async (_, page, watched, least, most) => {
    const { told, at } = await call(page, watched)
    expect(told).toMatch(/^its code did not return within/)
    expect(at).toBeGreaterThanOrEqual(least)
    expect(at).toBeLessThanOrEqual(most)
  })

  test('is blamed on the case that was being mounted', async () => {
    expect(await call({ share: 1, beats: (at) => [Math.min(3, Math.floor(at / 100))] })).toMatchObject({
      told: 'its code did not return within 1.5 s',
      hang: 3,
    })
  })

  test.each([
    ['the same case over and over', [3]],
    ['what is no number', [NaN]],
    ['that it comes back, in a loop', Array.from({ length: 20_000 }, () => -1)],
  ])('cannot feed the watch by telling %s', async (_, told) => {
    const { at } = await call({ share: 1, beats: () => told })
    expect(at).toBeLessThan(2500)
  })
})

describe('code that takes its time', () => {
  test.each<[string, Page]>([
    ['comes back before its limit', { share: 1, returns: 1400 }],
    ['comes back late on a busy machine', { share: 0.05, returns: 20_000 }],
    ['gets on from case to case', { share: 1, beats: (at) => [Math.floor(at / 1000)], returns: 20_000 }],
    ['answers in between', { share: 1, answers: true, returns: 12_000 }],
  ])('%s', async (_, page) => {
    expect(await call(page)).toMatchObject({ told: 'back' })
  })
})
