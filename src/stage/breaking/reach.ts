import { findParts, type StandingCase } from '../findPart'
import type { StageComponent } from '../protocol'
import { treesByRule, type Tree } from './made'

/** Which cases, and which of their parts, something can change. */
export interface Reach {
  /** Places of cases. */
  cases: number[]
  /** Names of parts. */
  parts: string[]
}

/** What a selector finds in the trees of cases; undefined stands for everything. */
export interface Sought {
  /** The text of a rule that the component's code has made: only trees count in which it stands. */
  rule?: string | undefined
  select?: string | undefined
  /** The pseudo-element that is meant; empty for elements, left out for any. */
  pseudo?: string | undefined
}

/** Looks up what styles can change, by selectors that find all that they ever style. */
export function reachOf(component: StageComponent, cases: readonly StandingCase[], sought: readonly Sought[]): Reach[] {
  const found = cases.map((standing) => [...partsIn(component, standing)])
  const isAnyMade = sought.some(({ rule }) => rule !== undefined)
  const made = cases.map((standing) => (isAnyMade ? treesByRule(component, standing) : undefined))
  return sought.map(({ rule, select, pseudo }) => {
    const reached: Reach = { cases: [], parts: [] }
    for (const [at, standing] of cases.entries()) {
      const elements = elementsOf(standing, select, rule === undefined ? undefined : [...(made[at]!.get(rule) ?? [])])
      if (elements?.length === 0) continue
      reached.cases.push(at)
      if (!elements) continue
      for (const [element, name, own] of found[at]!)
        if ((pseudo ?? own) === own && !reached.parts.includes(name) && elements.includes(element))
          reached.parts.push(name)
    }
    return reached
  })
}

/** The elements of a case; undefined where a selector cannot be looked up, so that it may be any. */
function elementsOf(
  { scope, host }: StandingCase,
  select: string | undefined,
  trees: readonly Tree[] = [scope instanceof ShadowRoot ? scope : host.ownerDocument],
): Element[] | undefined {
  if (trees.length === 0) return []
  if (select === undefined) return undefined
  try {
    // A tree's styles may be of its host too.
    return trees.flatMap((tree) => [
      ...tree.querySelectorAll(select),
      ...(tree instanceof ShadowRoot && select.includes(':host') ? [tree.host] : []),
    ])
  } catch {
    return undefined
  }
}

function* partsIn(component: StageComponent, standing: StandingCase): Generator<[Element, string, string]> {
  for (const [name, { pseudo = '' }] of Object.entries(component.parts))
    if (name !== 'host') for (const element of findParts(component, standing, name)) yield [element, name, pseudo]
}

/** What is reached in several documents, each with one case. */
export const joinReaches = (documents: readonly (readonly Reach[])[]): Reach[] =>
  (documents[0] ?? []).map((_, sought) => ({
    cases: documents.flatMap((reaches, at) => (reaches[sought]!.cases.length > 0 ? [at] : [])),
    parts: [...new Set(documents.flatMap((reaches) => reaches[sought]!.parts))],
  }))
