import type { Trait } from '@/core/picture'
import type { PlannedCase } from '@/core/plan'
import { decidingProperties, parsePartReference } from '@/core/readings'
import type { TokenLines } from '@/core/tokens'
import type { CompiledComponent } from '@/source'
import { blame, placesOf, variablesIn, type PageNodes } from '../reading'

/** What was read of a case, besides what rules ask for. */
export interface CaseReading {
  part: string
  reading: string
  text: string
}

/** A case whose picture is to be explained. */
export interface TraitCase {
  /** By its place in the page. */
  index: number
  planned: PlannedCase
  read: readonly CaseReading[]
}

// Matched styles cost 5 ms a node: what comes beyond is told without its lines.
const MAX_LOOKUPS = 400

/**
 * Finds the lines behind all that was read of cases, while they stand. A part that came to the same in the same context owes it to the
 * same lines: it is looked up once.
 * @returns by case
 */
export async function readTraits(
  nodes: PageNodes,
  { component, places }: Pick<CompiledComponent, 'component' | 'places'>,
  contexts: readonly string[],
  tokens: TokenLines,
  cases: readonly TraitCase[],
): Promise<Map<string, Trait[]>> {
  const placeOf = placesOf({ places }, (id) => nodes.sheetUrl(id))
  const known = new Map<string, Trait[]>()
  const found = new Map<string, Trait[]>()
  for (const { index, planned, read } of cases) {
    const context = Object.fromEntries(contexts.map((name) => [name, planned.values[name]!]))
    const byPart = new Map<string, CaseReading[]>()
    for (const each of read) byPart.set(each.part, [...(byPart.get(each.part) ?? []), each])
    const traits: Trait[] = []
    for (const [part, own] of byPart) {
      const key = JSON.stringify([part, context, own.map(({ reading, text }) => [reading, text])])
      if (!known.has(key)) known.set(key, await look(index, part, own, context, known.size < MAX_LOOKUPS))
      traits.push(...known.get(key)!)
    }
    found.set(planned.key, traits)
  }
  return found

  async function look(
    index: number,
    name: string,
    own: readonly CaseReading[],
    context: Readonly<Record<string, string>>,
    isAsked: boolean,
  ): Promise<Trait[]> {
    const { part, index: match } = parsePartReference(name)
    const matched = isAsked ? await nodes.matchedStyles(index, part, match === 'all' ? 1 : match) : undefined
    return own.map((each) => {
      const properties = decidingProperties(each.reading)
      const origin =
        matched && properties.length > 0
          ? blame(matched, properties, component.parts[part]?.pseudo, placeOf)
          : undefined
      const lines = origin ? [origin, ...(origin.through ?? [])] : []
      const variables = lines.flatMap(({ declaration }) => Object.values(variablesIn(declaration)).flat())
      const given = [...new Set(variables)].flatMap((variable) => tokens.of(variable, context))
      const plain = lines.map(({ file, line, declaration }) => ({ file, line, declaration }))
      return { ...each, lines: [...plain, ...given] }
    })
  }
}
