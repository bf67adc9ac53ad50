import { nearest } from '../problem'
import { cssValue, TOKEN_TYPES, TokenValueError, typographyFields } from './cssValue'
import { customPropertyName, type TokenNaming } from './naming'
import type { RawTokens } from './resolver'
import { embedded, fillEmbedded } from './embedded'
import { readReference, type RawToken, type Reference } from './tokenTree'

/** A token's value in one context. */
export interface Token {
  path: string
  type?: string | undefined
  /** The CSS custom property that bears it. */
  property: string
  /** The whole value as CSS. */
  css: string
  /** A typography token's fields, by CSS property. */
  fields?: Readonly<Record<string, string>>
}

/** What is wrong with a token; the rest of the document still loads. */
export type TokenIssue =
  | { code: 'token-cycle'; token: RawToken; cycle: readonly string[] }
  | { code: 'unknown-token'; token: RawToken; name: string; nearest?: string | undefined }
  | { code: 'token-type'; token: RawToken; message: string }
  | { code: 'unknown-type'; token: RawToken; type: string; nearest?: string | undefined }

export interface ResolvedTokens {
  tokens: ReadonlyMap<string, Token>
  issues: readonly TokenIssue[]
}

class Unresolved extends Error {}

/** Follows every alias and writes every value as CSS. A token that cannot be resolved is left out and told as an issue. */
export function resolveTokens(raw: RawTokens, naming?: TokenNaming): ResolvedTokens {
  const tokens = new Map<string, Token>()
  const issues: TokenIssue[] = []
  const told = new Set<RawToken>()
  const done = new Map<string, { value: unknown; type?: string | undefined }>()
  const trail: string[] = []

  const tell = (issue: TokenIssue): never => {
    if (!told.has(issue.token)) issues.push(issue)
    // A cycle is told once, not once for each of its tokens.
    const involved = issue.code === 'token-cycle' ? issue.cycle.map((path) => raw.get(path)!) : [issue.token]
    for (const token of involved) told.add(token)
    throw new Unresolved()
  }

  const resolvePathOf = (path: string, asker: RawToken): { value: unknown; type?: string | undefined } => {
    const known = done.get(path)
    if (known) return known
    const token = raw.get(path) ?? raw.get(path + '.$root')
    if (!token) return tell({ code: 'unknown-token', token: asker, name: path, nearest: nearest(path, raw.keys()) })
    if (trail.includes(token.path)) {
      return tell({ code: 'token-cycle', token: asker, cycle: [...trail.slice(trail.indexOf(token.path)), token.path] })
    }
    trail.push(token.path)
    try {
      const resolved = { value: substitute(token.value, token), type: token.type ?? aliasType(token) }
      checkType(token, resolved.type)
      done.set(token.path, resolved)
      return resolved
    } finally {
      trail.pop()
    }
  }

  const follow = ({ path, inside }: Reference, asker: RawToken): { value: unknown; type?: string | undefined } => {
    const target = resolvePathOf(path, asker)
    if (inside.length === 0) return target
    // A property of another token's value has no type of its own.
    const value = inside.reduce<unknown>(
      (node, step) => (node as Record<string, unknown> | undefined)?.[step],
      target.value,
    )
    return value === undefined
      ? tell({ code: 'unknown-token', token: asker, name: `${path}/${inside.join('/')}` })
      : { value }
  }

  const referenceOf = (value: unknown): Reference | undefined => {
    if (typeof value === 'string') return readReference(value)
    const reference = (value as { $ref?: unknown } | null)?.$ref
    return typeof value === 'object' && typeof reference === 'string' ? readReference(reference) : undefined
  }

  const substitute = (value: unknown, token: RawToken): unknown => {
    const reference = referenceOf(value)
    if (reference) return follow(reference, token).value
    if (typeof value === 'string' && embedded(value)) {
      return fillEmbedded(value, (path) => {
        const target = resolvePathOf(path, token)
        return cssValue(target.value, target.type)
      })
    }
    if (Array.isArray(value)) return value.map((item) => substitute(item, token))
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, substitute(item, token)]))
  }

  const aliasType = (token: RawToken): string | undefined => {
    const reference = referenceOf(token.value)
    return reference && follow(reference, token).type
  }

  const checkType = (token: RawToken, type: string | undefined) => {
    if (type !== undefined && !TOKEN_TYPES.includes(type) && !told.has(token)) {
      told.add(token)
      const near = nearest(type, TOKEN_TYPES)
      issues.push({ code: 'unknown-type', token, type, ...(near !== undefined && { nearest: near }) })
    }
    const reference = referenceOf(token.value)
    const target = reference && follow(reference, token).type
    if (
      token.type &&
      target &&
      token.type !== target &&
      [token.type, target].every((each) => TOKEN_TYPES.includes(each))
    ) {
      const message = `is a ${token.type} but stands for "${reference!.path}", a ${target}`
      tell({ code: 'token-type', token, message })
    }
  }

  for (const token of raw.values()) {
    try {
      const { value, type } = resolvePathOf(token.path, token)
      const fields = type === 'typography' && typeof value === 'object' ? typographyFields(value) : undefined
      const plain = cssValue(value, type)
      // What vendors write beside a colour goes for it as it does for one of the format.
      const css = token.alpha === undefined ? plain : `rgb(from ${plain} r g b / ${token.alpha})`
      const property = customPropertyName(token.path, naming)
      tokens.set(token.path, { path: token.path, ...(type && { type }), property, css, ...(fields && { fields }) })
    } catch (error) {
      if (error instanceof TokenValueError) {
        issues.push({
          code: 'token-type',
          token,
          message: `has a value that its type ${token.type ?? ''} does not take: expected ${error.message}`,
        })
      } else if (!(error instanceof Unresolved)) throw error // our bug, not the author's
    }
  }
  return { tokens, issues }
}
