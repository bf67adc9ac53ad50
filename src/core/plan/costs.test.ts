import { expect, test } from '@jest/globals'
import { costsOf } from './index'

const ALL = [
  { name: 'lamp', units: 10 },
  { name: 'bunk', units: 30 },
  { name: 'hut', units: 5 },
]

test.each<[what: string, measured: Record<string, number>, costs: number[]]>([
  ['nothing: their units', {}, [10, 30, 5]],
  ['all: what was measured', { lamp: 700, bunk: 200, hut: 90 }, [700, 200, 90]],
  ['some: the others by what those came to a unit', { lamp: 300, bunk: 100 }, [300, 100, 50]],
  ['another that is not there any more: nothing', { gone: 5 }, [10, 30, 5]],
])('costs where there is measured %s', (_, measured, costs) => {
  expect([...costsOf(ALL, new Map(Object.entries(measured))).values()]).toEqual(costs)
})
