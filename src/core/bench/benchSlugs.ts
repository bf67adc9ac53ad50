import { nestedSlugs, type Others, type Reachable } from '../plan'

/**
 * Every component that a bench of this one may show: what its slots hold by themselves, what they accept, and the same of those.
 * @param more further ones that somebody has asked for
 */
export function benchSlugs(owner: Reachable, others: Others, more: Iterable<string> = []): Set<string> {
  const found = new Set<string>()
  const waiting: Reachable[] = [owner]
  const add = (slug: string) => {
    const inner = others.get(slug)
    if (!inner || found.has(slug)) return
    found.add(slug)
    waiting.push(inner)
  }
  for (const slug of more) add(slug)
  for (let sheet = waiting.pop(); sheet; sheet = waiting.pop()) {
    for (const slug of nestedSlugs(sheet, others)) add(slug)
    for (const { accepts } of Object.values(sheet.data.slots)) if (accepts !== 'any') [accepts].flat().forEach(add)
  }
  return found
}
