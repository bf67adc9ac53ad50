import type { Path } from '../yaml'
import { isOfToday, isOlderToken, todaysType, todaysValue } from './olderForm'

/** A token as its file gives it, before aliases are followed. */
export interface RawToken {
  /** Path in groups, with dots: `color.pine.600`. */
  path: string
  value: unknown
  /** Its own type, or the nearest group's. */
  type?: string | undefined
  description?: string
  deprecated?: boolean | string | undefined
  /** How opaque its colour is, where a vendor says so beside the value. */
  alpha?: number
  file: string
  /** Where its value stands in the file. */
  at: Path
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const isToken = (node: Record<string, unknown>) => '$value' in node || typeof node.$ref === 'string'

/** Something in a token document that is neither a token nor a group, nor anything that the format speaks of. */
export interface Ignored {
  path: string
  file: string
  at: Path
  why: 'no token' | 'unknown key'
}

const KNOWN_KEYS =
  /^\$(type|description|deprecated|extends|extensions|schema|root|ref|value|version|defs|metadata|themes)$/

/**
 * Lists the tokens of a token document (W3C CG format 2025.10, the drafts before it, and the older form with `value` and `type`).
 * `$type` and `$deprecated` are inherited from groups; `$extends` takes in another group's tokens, own ones win.
 */
export function listTokens(
  document: unknown,
  file: string,
  base: Path = [],
): { tokens: RawToken[]; ignored: Ignored[] } {
  if (!isRecord(document)) return { tokens: [], ignored: [] }
  const isOlder = !isOfToday(document)
  const tokens = new Map<string, RawToken>()
  const ignored: Ignored[] = []
  const add = (node: Record<string, unknown>, steps: readonly string[], own: Inherited, at: Path) => {
    const path = steps.join('.')
    const key = '$value' in node ? '$value' : '$ref'
    const value = '$value' in node ? node.$value : { $ref: node.$ref }
    tokens.set(path, { path, value, ...own, ...aboutToken(node, '$description'), file, at: [...at, key] })
  }
  const addOlder = (node: Record<string, unknown>, steps: readonly string[], inherited: Inherited, at: Path) => {
    const path = steps.join('.')
    const type = todaysType(node.type) ?? inherited.type
    const value = todaysValue(node.value, type)
    tokens.set(path, {
      path,
      value,
      ...(type && { type }),
      ...aboutToken(node, 'description'),
      file,
      at: [...at, 'value'],
    })
  }
  const walk = (
    node: Record<string, unknown>,
    steps: readonly string[],
    inherited: Inherited,
    at: Path,
    depth: number,
  ) => {
    if (depth > MAX_DEPTH) return
    const own: Inherited = {
      type: typeof node.$type === 'string' ? node.$type : inherited.type,
      deprecated: node.$deprecated === undefined ? inherited.deprecated : (node.$deprecated as boolean | string),
    }
    if (isToken(node)) return add(node, steps, own, at)
    if (isOlder && isOlderToken(node)) return addOlder(node, steps, own, at)
    const parent = extendedGroup(document, node)
    if (parent) walk(parent.node, steps, own, parent.at, depth + 1)
    for (const [name, child] of Object.entries(node)) {
      const place = { path: [...steps, name].join('.'), file, at: [...at, name] }
      if (name.startsWith('$') && name !== '$root') {
        if (!KNOWN_KEYS.test(name)) ignored.push({ ...place, why: 'unknown key' })
      } else if (!isRecord(child)) {
        if (!isOlder || !OLDER_KEYS.has(name)) ignored.push({ ...place, why: 'no token' })
      } else {
        walk(child, [...steps, name], own, [...at, name], depth + 1)
      }
    }
  }
  walk(document, [], {}, base, 0)
  return { tokens: [...tokens.values()], ignored }
}

// What groups of the older form say besides their tokens.
const OLDER_KEYS = new Set(['type', 'description', 'comment', 'category'])

function aboutToken(node: Record<string, unknown>, key: string): Pick<RawToken, 'description' | 'alpha'> {
  const description = node[key] ?? node.comment
  return {
    ...(typeof description === 'string' && { description }),
    ...(typeof node.alpha === 'number' && { alpha: node.alpha }),
  }
}

interface Inherited {
  type?: string | undefined
  deprecated?: boolean | string | undefined
}

// Deeper than any group nests; an `$extends` that leads back to itself ends here.
const MAX_DEPTH = 32

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

/** Where a reference leads: a token, and a property of its value where the reference goes on. */
export interface Reference {
  path: string
  /** Steps into the token's value: `#/a/b/$value/components/0` → `components`, `0`. */
  inside: readonly string[]
}

/** What `{a.b}` or the JSON pointer `#/a/b/$value/…` leads to; undefined when the text is neither. */
export function readReference(reference: string): Reference | undefined {
  const alias = /^\{([^{}]+)\}$/.exec(reference.trim())
  if (alias) return { path: alias[1]!.trim(), inside: [] }
  if (!reference.startsWith('#/')) return undefined
  const steps = reference
    .slice(2)
    .split('/')
    .map((step) => decodeURIComponent(step).replaceAll('~1', '/').replaceAll('~0', '~'))
  const value = steps.indexOf('$value')
  return value < 0
    ? { path: steps.join('.'), inside: [] }
    : { path: steps.slice(0, value).join('.'), inside: steps.slice(value + 1) }
}

/** The token path that a reference to a whole token names. */
export const referencedPath = (reference: string): string | undefined => readReference(reference)?.path
