'use client'

import { useMemo } from 'react'
import { whenOf } from '@/core/draft'
import { allBits, bitsOf, casesIn, describeSelection, gridOf, hasBit, type Region } from '@/core/grid'
import { combinations, makeCase, type Space } from '@/core/matrix'

/** The conditions that describe the selected cases among those that a run takes. */
export function useDescribed(space: Space, covered: ReadonlySet<string> | undefined, chosen: ReadonlySet<string>) {
  const cases = useMemo(
    () =>
      [...combinations(space)]
        .map((values) => makeCase(values, space))
        .filter(({ key }) => !covered || covered.has(key)),
    [space, covered],
  )
  const grid = useMemo(() => gridOf(space.dimensions, cases), [space, cases])
  const described = useMemo(
    () =>
      describeSelection(
        grid,
        bitsOf(
          grid.size,
          cases.flatMap(({ key }, at) => (chosen.has(key) ? [at] : [])),
        ),
      ),
    [grid, cases, chosen],
  )
  const keysIn = (region: Region) => {
    const bits = casesIn(grid, region, allBits(grid.size))
    return cases.flatMap(({ key }, at) => (hasBit(bits, at) ? [key] : []))
  }
  const regions = described.kind === 'exact' ? [described.region] : described.together
  const whens = regions.map((region) => whenOf(grid, region))
  return { cases, grid, described, whens, keysIn }
}
