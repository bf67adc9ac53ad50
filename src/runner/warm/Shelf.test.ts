import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { emptyShelves, openShelves, Shelf } from './Shelf'

interface Thing {
  name: string
  isAlive: boolean
  isClear: boolean
  isEnded: boolean
}

let machine: string | undefined
beforeEach(() => {
  jest.useFakeTimers()
  machine = 'fonts-1'
  openShelves(() => Promise.resolve(machine))
})
afterEach(async () => {
  await emptyShelves()
  jest.useRealTimers()
})

const shelf = (most = 2) =>
  new Shelf<Thing>(
    {
      start: (name) => Promise.resolve({ name, isAlive: true, isClear: true, isEnded: false }),
      clear: ({ isClear }) => Promise.resolve(isClear),
      isAlive: ({ isAlive }) => Promise.resolve(isAlive),
      end: (thing) => Promise.resolve(void (thing.isEnded = true)),
    },
    most,
  )

test('what is given back is handed out to the next who asks for the same', async () => {
  const things = shelf()
  const [one, other] = [await things.take('wide'), await things.take('narrow')]
  expect([await things.give(one), await things.give(other)]).toEqual([true, true])
  expect(await things.take('narrow')).toBe(other)
  expect(await things.take('narrow')).not.toBe(other)
  expect(await things.take('wide')).toBe(one)
})

test('no more are kept than it may, and nothing that it has not handed out', async () => {
  const things = shelf(1)
  const [one, other] = [await things.take(), await things.take()]
  expect(await things.give(one)).toBe(true)
  expect(await things.give(other)).toBe(false)
  expect(await things.give({ ...one })).toBe(false)
})

test('one that has something left in it is not kept', async () => {
  const things = shelf()
  const thing = await things.take()
  thing.isClear = false
  expect(await things.give(thing)).toBe(false)
})

test('one is not handed out where the machine cannot be told', async () => {
  const things = shelf()
  machine = undefined
  const thing = await things.take()
  await things.give(thing)
  expect(await things.take()).not.toBe(thing)
})

test.each<[string, (thing: Thing) => void]>([
  ['has died meanwhile', (thing) => (thing.isAlive = false)],
  ['was started with other fonts', () => (machine = 'fonts-2')],
])('one that %s is ended, and another started', async (_, happen) => {
  const things = shelf()
  const thing = await things.take()
  await things.give(thing)
  happen(thing)
  expect(await things.take()).not.toBe(thing)
  expect(thing.isEnded).toBe(true)
})

test('what nobody asks for is ended after a minute', async () => {
  const things = shelf()
  const thing = await things.take()
  await things.give(thing)
  await jest.advanceTimersByTimeAsync(59_000)
  expect(thing.isEnded).toBe(false)
  await jest.advanceTimersByTimeAsync(2000)
  expect(thing.isEnded).toBe(true)
  expect(await things.take()).not.toBe(thing)
})

test('what has served long or often is not kept', async () => {
  const things = shelf()
  const old = await things.take()
  await jest.advanceTimersByTimeAsync(700_000)
  expect(await things.give(old)).toBe(false)
  const used = await things.take()
  let uses = 0
  while (await things.give(used)) {
    expect(await things.take()).toBe(used)
    uses++
  }
  expect(uses).toBeGreaterThan(10)
  expect(uses).toBeLessThan(100)
})

test('all that is kept ends with the process’s work', async () => {
  const things = shelf()
  const thing = await things.take()
  await things.give(thing)
  await emptyShelves()
  expect(thing.isEnded).toBe(true)
})
