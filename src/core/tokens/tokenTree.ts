import type { Path } from '../yaml'

/** A token as its file gives it, before aliases are followed. */
export interface RawToken {
  /** Path in groups, with dots: `color.pine.600`. */
  path: string
  value: unknown
  /** Its own type, or the nearest group's. */
  type?: string
  description?: string
  deprecated?: boolean | string
  file: string
  /** Where its value stands in the file. */
  at: Path
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const isToken = (node: Record<string, unknown>) => '$value' in node || typeof node.$ref === 'string'

/**
 * Lists the tokens of a token document (W3C CG format 2025.10, and the drafts before it).
 * `$type` and `$deprecated` are inherited from groups; `$extends` takes in another group's tokens, own ones win.
 */
export function listTokens(document: unknown, file: string, base: Path = []): RawToken[] {
  if (!isRecord(document)) return []
  const tokens = new Map<string, RawToken>()
  const walk = (
    node: Record<string, unknown>,
    steps: readonly string[],
    inherited: Inherited,
    at: Path,
    depth: number,
  ) => {
    if (depth > MOST_DEPTH) return
    const own: Inherited = {
      type: typeof node.$type === 'string' ? node.$type : inherited.type,
      deprecated: node.$deprecated === undefined ? inherited.deprecated : (node.$deprecated as boolean | string),
    }
    if (isToken(node)) {
      const path = steps.join('.')
      const value = '$value' in node ? node.$value : { $ref: node.$ref }
      const key = '$value' in node ? '$value' : '$ref'
      const description = typeof node.$description === 'string' ? node.$description : undefined
      tokens.set(path, { path, value, ...own, description, file, at: [...at, key] })
      return
    }
    const parent = extendedGroup(document, node)
    if (parent) walk(parent.node, steps, own, parent.at, depth + 1)
    for (const [name, child] of Object.entries(node)) {
      if (name.startsWith('$') && name !== '$root') continue
      if (isRecord(child)) walk(child, [...steps, name], own, [...at, name], depth + 1)
    }
  }
  walk(document, [], {}, base, 0)
  return [...tokens.values()]
}

interface Inherited {
  type?: string
  deprecated?: boolean | string
}

// Deeper than any group nests; an `$extends` that leads back to itself ends here.
const MOST_DEPTH = 32

function extendedGroup(document: Record<string, unknown>, node: Record<string, unknown>) {
  const reference = node.$extends
  const path =
    typeof reference === 'string'
      ? referencedPath(reference)
      : isRecord(reference)
        ? referencedPath(String(reference.$ref))
        : undefined
  if (!path) return undefined
  const at = path.split('.')
  const found = at.reduce<unknown>((group, step) => (isRecord(group) ? group[step] : undefined), document)
  return isRecord(found) ? { node: found, at } : undefined
}

/** The token path that `{a.b}` or the JSON pointer `#/a/b/$value` names; undefined when it is neither. */
export function referencedPath(reference: string): string | undefined {
  const alias = /^\{([^{}]+)\}$/.exec(reference.trim())
  if (alias) return alias[1]!.trim()
  if (!reference.startsWith('#/')) return undefined
  const steps = reference
    .slice(2)
    .split('/')
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'))
  return steps.filter((step) => step !== '$value').join('.')
}
