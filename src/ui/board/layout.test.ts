import { describe, expect, test } from '@jest/globals'
import type { Space } from '@/core/matrix'
import { layOut, listOut } from './layout'
import { defaultPlacement, holdAt, moveTo, printPlacement, readPlacement } from './placement'

const space: Space = {
  dimensions: [
    { name: 'size', kind: 'axis', values: ['s', 'm'], default: 's' },
    { name: 'value', kind: 'axis', values: ['off', 'on'], default: 'off' },
    { name: 'state', kind: 'axis', values: ['rest', 'hover', 'busy'], default: 'rest' },
    { name: 'theme', kind: 'context', values: ['day', 'night'], default: 'day' },
    { name: 'motion', kind: 'context', values: ['full', 'reduced'], default: 'full' },
  ],
  without: [{ value: ['off'], state: ['busy'] }],
  fixed: {},
}

describe('the default placement', () => {
  const placement = defaultPlacement(space)
  test('shows every case, but holds what belongs to the whole document', () => {
    expect(placement).toEqual({
      pages: ['theme'],
      down: ['size', 'value'],
      across: ['state'],
      held: { motion: 'full' },
    })
    expect(layOut(space, placement).count).toBe(2 * (2 * 2 * 3 - 2))
  })

  test('rows, columns and gaps stand where they belong', () => {
    const { columns, rows } = layOut(space, placement)
    expect(columns).toEqual([['rest'], ['hover'], ['busy']])
    expect(rows.map((row) => (row.kind === 'page' ? row.label : row.values.join('/')))).toEqual([
      'theme day',
      's/off',
      's/on',
      'm/off',
      'm/on',
      'theme night',
      's/off',
      's/on',
      'm/off',
      'm/on',
    ])
    const [, first] = rows
    expect(first?.kind === 'cells' && first.cells.map((cell) => cell?.key)).toEqual([
      'size=s,value=off,state=rest',
      'size=s,value=off,state=hover',
      undefined,
    ])
  })
})

test('an axis moves between lanes and can be held', () => {
  const moved = moveTo(defaultPlacement(space), 'value', 'across')
  expect(moved).toMatchObject({ down: ['size'], across: ['state', 'value'] })
  const held = holdAt(moved, 'state', 'hover')
  expect(held).toMatchObject({ across: ['value'], held: { motion: 'full', state: 'hover' } })
  expect(layOut(space, held).count).toBe(8)
  expect(moveTo(held, 'state', 'pages')).toMatchObject({ pages: ['theme', 'state'], held: { motion: 'full' } })
})

test('only chosen cases are shown, and rows without any are left out', () => {
  const { rows, count } = layOut(space, defaultPlacement(space), new Set(['size=m,value=on,state=busy']))
  expect(count).toBe(1)
  expect(rows.filter(({ kind }) => kind === 'cells')).toHaveLength(1)
})

describe('the address', () => {
  test.each([
    defaultPlacement(space),
    holdAt(moveTo(defaultPlacement(space), 'theme', 'across'), 'state', 'hover'),
    moveTo(moveTo(defaultPlacement(space), 'size', 'pages'), 'state', 'down'),
  ])('gives a placement back: %j', (placement) => {
    expect(readPlacement(new URLSearchParams(printPlacement(placement)), space)).toEqual(placement)
  })

  test.each(['', 'across=nothing', 'hold=state:never', 'down=size.size&across=size', 'across=motion'])(
    'with rubbish (%s) still shows every axis once',
    (query) => {
      const { pages, down, across, held } = readPlacement(new URLSearchParams(query), space)
      expect([...pages, ...down, ...across, ...Object.keys(held)].sort()).toEqual([
        'motion',
        'size',
        'state',
        'theme',
        'value',
      ])
    },
  )
})

test('what the cover leaves out is kept apart from what does not exist', () => {
  const { rows, count } = layOut(space, defaultPlacement(space), new Set(['size=m,value=on,state=busy']), true)
  expect(count).toBe(1)
  const leftOut = rows.flatMap((row) => (row.kind === 'cells' ? [...row.leftOut.values()] : []))
  expect(leftOut).toHaveLength(layOut(space, defaultPlacement(space)).count - 1)
  expect(leftOut.some(({ values }) => values.value === 'off' && values.state === 'busy')).toBe(false)
})

test('a list has a row for each case that has what is held', () => {
  const cases = layOut(space, defaultPlacement(space)).rows.flatMap((row) =>
    row.kind === 'cells' ? row.cells.flatMap((cell) => (cell ? [cell] : [])) : [],
  )
  const { rows, count } = listOut(space, cases, { state: 'busy', theme: 'day', motion: 'full' })
  expect(count).toBe(2)
  expect(rows.map((row) => row.kind === 'cells' && row.values)).toEqual([
    ['s', 'on', 'busy', 'day', 'full'],
    ['m', 'on', 'busy', 'day', 'full'],
  ])
})
