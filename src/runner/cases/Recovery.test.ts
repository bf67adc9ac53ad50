import { describe, expect, test } from '@jest/globals'
import { BrowserLost } from '../BrowserSource'
import { StageHang } from '../PageWatch'
import { Tampered } from '../reading'
import { ChunkSpoiled, faultOf } from './Fault'
import { Recovery } from './Recovery'

const range = (count: number) => Array.from({ length: count }, (_, at) => at)

/** Reads cases in groups until nothing is left; `fails` says what a group that holds a culprit comes to. */
function readAll(
  count: number,
  culprits: readonly number[],
  fails: (group: readonly number[], culprit: number) => Error,
) {
  const recovery = new Recovery<number>()
  const read: number[] = []
  const unread = new Map<number, string>()
  let tries = 0
  const queue: (readonly number[])[] = [range(count)]
  for (let group = queue.shift(); group; group = queue.shift()) {
    tries++
    const culprit = group.find((each) => culprits.includes(each))
    if (recovery.lost !== undefined) for (const each of group) unread.set(each, recovery.lost)
    else if (culprit === undefined) read.push(...group)
    else {
      const { again, left } = recovery.after(faultOf(fails(group, culprit), false), group)
      for (const each of left?.cases ?? []) unread.set(each, left!.reason)
      queue.unshift(...again)
    }
  }
  return {
    read: read.sort((a, b) => a - b),
    unread: [...unread.keys()].sort((a, b) => a - b),
    reasons: new Set(unread.values()),
    tries,
  }
}

const hang = (index: number | undefined) => new StageHang('it did not return', index)

describe('one case spoils only itself', () => {
  test.each([1, 2, 7, 100, 500])('among %s, found by halves where nobody tells which', (count) => {
    const culprit = Math.floor(count / 3)
    const { read, unread, tries } = readAll(count, [culprit], () => new ChunkSpoiled('it took cases out of the page'))
    expect(unread).toEqual([culprit])
    expect(read).toEqual(range(count).filter((each) => each !== culprit))
    expect(tries).toBeLessThan(20)
  })

  test('left out at once where the page has told which it was', () => {
    const { read, unread, tries } = readAll(100, [40], (group, culprit) => hang(group.indexOf(culprit)))
    expect([read.length, unread, tries]).toEqual([99, [40], 2])
  })

  test('a hang while cases are read is looked for by halves too', () => {
    const { unread } = readAll(100, [40], () => hang(undefined))
    expect(unread).toEqual([40])
  })
})

describe('a component is given up', () => {
  test('whose cases hang one after another', () => {
    const { read, unread, reasons } = readAll(50, range(50), (group) => hang(group[0] === undefined ? undefined : 0))
    expect([read, unread.length, [...reasons]]).toEqual([[], 50, ['it did not return']])
  })

  test('whose cases all spoil each other, before long', () => {
    const { read, unread, tries } = readAll(500, range(500), () => new ChunkSpoiled('it took cases out of the page'))
    expect([read, unread.length]).toEqual([[], 500])
    expect(tries).toBeLessThan(30)
  })

  test.each<[string, Error, boolean, string]>([
    [
      'that cannot be loaded',
      new Error('Error: no such export\n   at x.js:1'),
      true,
      'the component could not be staged: no such export',
    ],
    [
      'that leaves its page',
      new Error('Protocol error (Runtime.callFunctionOn): Cannot find context with specified id'),
      true,
      'its own code left or closed the page',
    ],
    ['that hangs while it is loaded', hang(undefined), true, 'it did not return'],
    ['that falsifies readings', new Tampered('tampered: width'), false, 'tampered: width'],
    [
      'when there is no browser any more',
      new BrowserLost(),
      false,
      'the browser went down 3 times in a row: nothing more was tried',
    ],
  ])('%s', (_, error, isOpening, reason) => {
    const recovery = new Recovery<number>()
    expect(recovery.after(faultOf(error, isOpening), [1, 2])).toEqual({ again: [], left: { cases: [1, 2], reason } })
    expect(recovery.lost).toBe(reason)
  })
})
