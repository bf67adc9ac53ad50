import { expect, test } from '@jest/globals'
import type { ComponentState } from '@/contract'
import { failuresIn, standingOf } from '../live/standing'
import { orderComponents } from './order'

const state = (slug: string, found: { misses?: number; scenarios?: string[]; lints?: string[]; startedAt?: string }) =>
  ({
    slug,
    startedAt: found.startedAt ?? '2026-01',
    marks: Array.from({ length: found.misses ?? 0 }, (_, at) => [`k${at}`, 'misses', 1]),
    scenarios: (found.scenarios ?? []).map((verdict) => ({ verdict })),
    lints: (found.lints ?? []).map((severity) => ({ severity })),
  }) as unknown as ComponentState

const STATES = [
  state('ash', { startedAt: '2026-02' }),
  state('birch', { misses: 2, startedAt: '2026-01' }),
  state('cedar', { scenarios: ['misses', 'unsteady', 'misses'], startedAt: '2026-03' }),
  state('elm', { lints: ['error', 'warning', 'warning'], startedAt: '2026-04' }),
]
const COMPONENTS = ['Elm', 'Birch', 'Ash', 'Cedar'].map((name) => ({ name, slug: name.toLowerCase() }))

test.each([
  ['name', ['Ash', 'Birch', 'Cedar', 'Elm', 'Fir', 'Yew']],
  ['failing', ['Fir', 'Cedar', 'Birch', 'Elm', 'Ash', 'Yew']],
  ['read', ['Fir', 'Yew', 'Birch', 'Ash', 'Cedar', 'Elm']],
] as const)('the wall is ordered by %s', (order, names) => {
  const all = [...COMPONENTS, { name: 'Yew', slug: 'yew' }, { name: 'Fir', slug: 'fir', fault: 'it cannot be read' }]
  expect(orderComponents(all, STATES, order).map(({ name }) => name)).toEqual(names)
})

test('what stands is counted apart: cases, scenarios, errors', () => {
  const standing = standingOf([...STATES, state('fir', { scenarios: ['holds', 'unread'] })])
  expect(standing).toEqual({
    cases: { holds: 0, misses: 2, unread: 0, open: 0 },
    scenarios: { holds: 1, misses: 3, unread: 1, open: 0 },
    errors: 1,
  })
  expect(failuresIn(standing)).toBe(7)
})
