import type { Scenario } from '../scenario'
import type { Sheet } from '../sheet'
import { partsOf, type Rule } from '../spec'

/** A key that scenarios press, and which of them prove what it does. */
export interface KeyFact {
  keys: string
  scenarios: string[]
}

/** The keys of a component, as its scenarios press them. */
export function keysOf(scenarios: readonly Scenario[]): KeyFact[] {
  const found = new Map<string, Set<string>>()
  for (const { name, steps } of scenarios)
    for (const step of steps) {
      if (step.kind !== 'press') continue
      const known = found.get(step.keys) ?? new Set<string>()
      found.set(step.keys, known.add(name))
    }
  return [...found].map(([keys, names]) => ({ keys, scenarios: [...names] }))
}

/** A token that a guide tells of. */
export interface TokenFact {
  path: string
  /** Readings that it is expected of. */
  uses: string[]
  /** The component's own styles use it. */
  isStyled: boolean
}

/**
 * The tokens that a component's rules name, each with the readings that it is expected of, and those that its own styles use.
 * @param styled paths of the latter
 */
export function tokensOf(rules: readonly Rule[], styled: readonly string[] = []): TokenFact[] {
  const found = new Map<string, Set<string>>(styled.map((path) => [path, new Set()]))
  for (const { claims } of rules)
    for (const { part, reading, expectation } of claims)
      for (const each of partsOf(expectation)) {
        if (each.kind !== 'token') continue
        const path = withoutRoot(each.path)
        const known = found.get(path) ?? new Set<string>()
        found.set(path, known.add(`${part} · ${reading.text}`))
      }
  return [...found]
    .map(([path, uses]) => ({ path, uses: [...uses], isStyled: styled.includes(path) }))
    .toSorted((a, b) => a.path.localeCompare(b.path))
}

/** A group's own token is called as the group. */
const withoutRoot = (path: string) => path.replace(/\.\$root$/, '')

/** A prop's type in a word or two, as a reader of a table wants it. */
export function typeOf(prop: Sheet['data']['props'][string]): string {
  switch (prop.type) {
    case 'choice':
      return prop.values.join(' | ')
    case 'number': {
      const range = prop.min !== undefined || prop.max !== undefined ? ` ${prop.min ?? ''}…${prop.max ?? ''}` : ''
      return `number${range}${prop.unit ? ` ${prop.unit}` : ''}`
    }
    case 'text':
      return prop['max-length'] === undefined ? 'text' : `text, up to ${prop['max-length']} characters`
    default:
      return prop.type
  }
}
