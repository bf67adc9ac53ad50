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

/** A value with its type, as far as it has one. */
interface Resolved {
  value: unknown
  type?: string | undefined
}

/** Follows every alias and writes every value as CSS. A token that cannot be resolved is left out and told as an issue. */
export function resolveTokens(raw: RawTokens, naming?: TokenNaming): ResolvedTokens {
  const resolver = new AliasResolver(raw)
  const tokens = new Map<string, Token>()
  for (const token of raw.values()) {
    try {
      tokens.set(token.path, written(token, resolver.resolve(token.path, token), naming))
    } catch (error) {
      if (error instanceof TokenValueError) {
        const expected = `expected ${error.message}`
        resolver.note({
          code: 'token-type',
          token,
          message: `has a value that its type ${token.type ?? ''} does not take: ${expected}`,
        })
      } else if (!(error instanceof Unresolved)) throw error // our bug, not the author's
    }
  }
  return { tokens, issues: resolver.issues }
}

/** @throws TokenValueError */
function written({ path, alpha }: RawToken, { value, type }: Resolved, naming: TokenNaming | undefined): Token {
  const fields = type === 'typography' && typeof value === 'object' ? typographyFields(value) : undefined
  const plain = cssValue(value, type)
  // What vendors write beside a colour goes for it as it does for one of the format.
  const css = alpha === undefined ? plain : `rgb(from ${plain} r g b / ${alpha})`
  const property = customPropertyName(path, naming)
  return { path, ...(type && { type }), property, css, ...(fields && { fields }) }
}

/** Follows aliases from token to token, each once. */
class AliasResolver {
  readonly issues: TokenIssue[] = []
  #told = new Set<RawToken>()
  #done = new Map<string, Resolved>()
  /** The tokens that are being followed. */
  #trail: string[] = []

  constructor(readonly raw: RawTokens) {}

  note(issue: TokenIssue): void {
    this.issues.push(issue)
  }

  /** @param asker whose value names the path @throws Unresolved with what is wrong told */
  resolve(path: string, asker: RawToken): Resolved {
    const { raw } = this
    const known = this.#done.get(path)
    if (known) return known
    const token = raw.get(path) ?? raw.get(path + '.$root')
    if (!token)
      return this.fail({ code: 'unknown-token', token: asker, name: path, nearest: nearest(path, raw.keys()) })
    const from = this.#trail.indexOf(token.path)
    if (from >= 0)
      return this.fail({ code: 'token-cycle', token: asker, cycle: [...this.#trail.slice(from), token.path] })
    this.#trail.push(token.path)
    try {
      const resolved = { value: this.substitute(token.value, token), type: token.type ?? this.aliasType(token) }
      this.checkType(token, resolved.type)
      this.#done.set(token.path, resolved)
      return resolved
    } finally {
      this.#trail.pop()
    }
  }

  private fail(issue: TokenIssue): never {
    if (!this.#told.has(issue.token)) this.note(issue)
    // A cycle is told once, not once for each of its tokens.
    const involved = issue.code === 'token-cycle' ? issue.cycle.map((path) => this.raw.get(path)!) : [issue.token]
    for (const token of involved) this.#told.add(token)
    throw new Unresolved()
  }

  private follow({ path, inside }: Reference, asker: RawToken): Resolved {
    const target = this.resolve(path, asker)
    if (inside.length === 0) return target
    // A property of another token's value has no type of its own.
    const value = inside.reduce<unknown>(
      (node, step) => (node as Record<string, unknown> | undefined)?.[step],
      target.value,
    )
    return value === undefined
      ? this.fail({ code: 'unknown-token', token: asker, name: `${path}/${inside.join('/')}` })
      : { value }
  }

  private substitute(value: unknown, token: RawToken): unknown {
    const reference = referenceOf(value)
    if (reference) return this.follow(reference, token).value
    if (typeof value === 'string' && embedded(value)) {
      return fillEmbedded(value, (path) => {
        const target = this.resolve(path, token)
        return cssValue(target.value, target.type)
      })
    }
    if (Array.isArray(value)) return value.map((item) => this.substitute(item, token))
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, this.substitute(item, token)]))
  }

  private aliasType(token: RawToken): string | undefined {
    const reference = referenceOf(token.value)
    return reference && this.follow(reference, token).type
  }

  private checkType(token: RawToken, type: string | undefined) {
    if (type !== undefined && !TOKEN_TYPES.includes(type) && !this.#told.has(token)) {
      this.#told.add(token)
      this.note({ code: 'unknown-type', token, type, nearest: nearest(type, TOKEN_TYPES) })
    }
    const reference = referenceOf(token.value)
    const target = reference && this.follow(reference, token).type
    const areKnown = [token.type, target].every((each) => each !== undefined && TOKEN_TYPES.includes(each))
    if (!areKnown || token.type === target) return
    const message = `is a ${token.type} but stands for "${reference!.path}", a ${target}`
    this.fail({ code: 'token-type', token, message })
  }
}

function referenceOf(value: unknown): Reference | undefined {
  if (typeof value === 'string') return readReference(value)
  const reference = (value as { $ref?: unknown } | null)?.$ref
  return typeof value === 'object' && typeof reference === 'string' ? readReference(reference) : undefined
}
