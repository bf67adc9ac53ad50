import type { CheckResult } from '@/core/plan'
import { decidingProperties, parsePartReference } from '@/core/readings'
import type { CompiledComponent } from '@/source'
import { blame, placesOf } from './blame'
import type { PageNodes } from './PageNodes'

// Matched styles cost 5 ms a node: beyond this the rest of a page's misses go without their line.
const MAX_LOOKUPS = 200

/**
 * Finds the declaration behind each miss, while the page stands as it was when it was read. Cases that share an outcome share its line.
 * @param read what was judged of the cases of the page
 * @returns the checks whose declaration was found, by those that they replace
 */
export async function findOrigins(
  nodes: PageNodes,
  { component, places }: Pick<CompiledComponent, 'component' | 'places'>,
  read: Iterable<{ caseIndex: number; checks: readonly CheckResult[] }>,
): Promise<ReadonlyMap<CheckResult, CheckResult>> {
  const found = new Map<CheckResult, CheckResult>()
  const styles = new Map<string, Awaited<ReturnType<PageNodes['matchedStyles']>>>()
  const placeOf = placesOf({ places }, (id) => nodes.sheetUrl(id))
  for (const { caseIndex, checks } of read) {
    for (const check of checks) {
      if (check.verdict !== 'misses' || found.has(check) || styles.size >= MAX_LOOKUPS) continue
      const properties = decidingProperties(check.reading)
      if (properties.length === 0) continue
      const { part, index } = parsePartReference(check.part)
      const key = `${caseIndex}|${check.part}`
      if (!styles.has(key)) styles.set(key, await nodes.matchedStyles(caseIndex, part, index === 'all' ? 1 : index))
      const matched = styles.get(key)
      const origin = matched && blame(matched, properties, component.parts[part]?.pseudo, placeOf)
      if (origin) found.set(check, { ...check, origin })
    }
  }
  return found
}
