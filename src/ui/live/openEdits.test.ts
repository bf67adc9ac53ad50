import { expect, test } from '@jest/globals'
import { editsSaved, onBeforeReading, savesDone, underWay } from './openEdits'

/** A piece of work that ends when it is told to. */
function held<Value>() {
  let end: (value: Value) => void = () => {}
  let fail: (error: Error) => void = () => {}
  const work = new Promise<Value>((done, failed) => {
    end = done
    fail = failed
  })
  return { work, end, fail }
}

/** Whether something has come to its end, once all that can go on has gone on. */
const isOver = (work: Promise<unknown>): Promise<boolean> =>
  Promise.race([
    work.then(
      () => true,
      () => true,
    ),
    new Promise<boolean>((done) => setImmediate(done, false)),
  ])

test('what is edited in several places is saved before anything is read', async () => {
  const [one, other] = [held<void>(), held<void>()]
  const stops = [onBeforeReading(() => one.work), onBeforeReading(() => other.work)]
  const saved = editsSaved()
  one.end()
  expect(await isOver(saved)).toBe(false)
  other.end()
  expect(await isOver(saved)).toBe(true)
  for (const stop of stops) stop()
})

test('a view that has gone is not asked any more', async () => {
  let asked = 0
  const stop = onBeforeReading(() => Promise.resolve(void asked++))
  await editsSaved()
  stop()
  await editsSaved()
  expect(asked).toBe(1)
})

test('a save that is on its way is waited for, though its view has gone', async () => {
  const save = held<string>()
  const answer = underWay(save.work)
  const saved = editsSaved()
  expect(await isOver(saved)).toBe(false)
  expect(await isOver(savesDone())).toBe(false)
  save.end('kept')
  expect(await answer).toBe('kept')
  expect(await isOver(saved)).toBe(true)
  expect(await isOver(savesDone())).toBe(true)
})

test('a save that fails is told to whoever asked for it, and keeps nothing from being read', async () => {
  const save = held<string>()
  const answer = underWay(save.work)
  const saved = editsSaved()
  save.fail(new Error('refused'))
  await expect(answer).rejects.toThrow('refused')
  expect(await isOver(saved)).toBe(true)
})

test('where nothing is edited nothing is waited for', async () => {
  expect(await isOver(editsSaved())).toBe(true)
})
