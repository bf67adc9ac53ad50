import { expect, test } from '@jest/globals'
import { Incidents, keptIncidents, LONGEST_INCIDENT, MOST_INCIDENTS } from './Incidents'

test.each([
  ['nothing', [], []],
  ['each once', ['a', 'b', 'a'], ['a', 'b']],
  [
    'what has no words',
    [{ toString: () => Promise.reject }, Object.create(null)],
    ['something that has no words was thrown'],
  ],
  ['what is no text', [undefined, 3, new Error('no')], ['undefined', '3', 'Error: no']],
  ['a long one', ['x'.repeat(10_000)], [`${'x'.repeat(LONGEST_INCIDENT)}…`]],
  [
    'many',
    Array.from({ length: 5000 }, (_, at) => `error ${at}`),
    [
      ...Array.from({ length: MOST_INCIDENTS }, (_, at) => `error ${at}`),
      `… and ${5000 - MOST_INCIDENTS} more errors that nobody caught`,
    ],
  ],
])('%s', (_, said, expected) => {
  const incidents = new Incidents()
  for (const each of said) incidents.add(each)
  expect(incidents.take()).toEqual(expected)
  expect(incidents.take()).toEqual([])
})

test('what a page says is not more than it would say by itself', () => {
  const incidents = new Incidents()
  for (let at = 0; at < 50; at++) incidents.add(String(at).repeat(1000))
  const told = incidents.take()
  expect(keptIncidents(told)).toEqual(told)
  expect(keptIncidents(Array(5000).fill('x'.repeat(10_000))).join('').length).toBeLessThan(11_000)
})
