import { costsOf, shardOf, type Shard } from '@/core/plan'
import type { Report } from '@/core/report'
import { hashOf, type KeptResults, type PreparedLibrary } from '@/runner'

// A scenario takes about as long as ten cases.
const SCENARIO_UNITS = 10

export interface Part {
  prepared: PreparedLibrary
  shard: NonNullable<Report['shard']>
}

/**
 * One of several parts of a library that cost about as much, by what its components took when they were last read, else by their cases.
 * Who divides it by other costs comes to other parts: that is why the way it was divided has a name.
 */
export async function partOf(prepared: PreparedLibrary, shard: Shard, kept: KeptResults | undefined): Promise<Part> {
  const { library, components } = prepared
  const measured = (await kept?.costs(library.data.name)) ?? new Map<string, number>()
  const sized = components.map(({ sheet, size }) => ({
    name: sheet.slug,
    units: 1 + size.cases + SCENARIO_UNITS * sheet.data.scenarios.length,
  }))
  const costs = costsOf(sized, measured)
  const own = shardOf(components, shard, ({ sheet }) => costs.get(sheet.slug)!)
  const split = hashOf(JSON.stringify([shard.of, [...costs]])).slice(0, 12)
  return { prepared: { ...prepared, components: own }, shard: { ...shard, split } }
}
