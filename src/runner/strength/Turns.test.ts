import { expect, test } from '@jest/globals'
import { Turns } from './Turns'

/** Promises that are kept when they are told to be. */
function gates(count: number) {
  const open: (() => void)[] = []
  const gates = Array.from({ length: count }, (_, at) => new Promise<void>((done) => (open[at] = done)))
  return { gates, open }
}

test('what is begun later at a higher place waits, whoever is faster', async () => {
  const { gates: gate, open } = gates(2)
  const turns = new Turns()
  const seen: string[] = []
  const all = [0, 1].map((place) =>
    turns.take(place, async () => {
      seen.push(`begins ${place}`)
      await gate[place]
      seen.push(`ends ${place}`)
    }),
  )
  open[1]!()
  await Promise.resolve()
  open[0]!()
  await Promise.all(all)
  expect(seen).toEqual(['begins 0', 'ends 0', 'begins 1', 'ends 1'])
})

test('what stands at the same place does not wait, nor does what comes before the rest', async () => {
  const { gates: gate, open } = gates(1)
  const turns = new Turns()
  const seen: string[] = []
  const first = turns.end(0, async () => {
    await gate[0]
    seen.push('first')
  })
  await turns.end(0, async (mayGoOn) => {
    await mayGoOn()
    seen.push('beside it')
  })
  const second = turns.end(1, async (mayGoOn) => {
    seen.push('second begins')
    await mayGoOn()
    seen.push('second')
  })
  open[0]!()
  await Promise.all([first, second])
  expect(seen).toEqual(['beside it', 'second begins', 'first', 'second'])
})

test('one that fails keeps nobody waiting', async () => {
  const turns = new Turns()
  const failing = turns.take(0, () => Promise.reject(new Error('lost')))
  const next = turns.take(1, () => Promise.resolve('next'))
  await expect(failing).rejects.toThrow('lost')
  expect(await next).toBe('next')
})
