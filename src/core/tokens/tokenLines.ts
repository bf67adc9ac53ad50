import { textOf, type FileTree } from '../sheet'
import { referencedPath } from './tokenTree'
import { readJson } from './readJson'
import type { TokenBook } from './TokenBook'

/** Where a token is given its value. */
export interface TokenLine {
  file: string
  line: number
  /** As `color.pine.600: #235f4f`. */
  declaration: string
}

/** Finds the lines that give custom properties their values in a context: a token's own, and those of the tokens that it stands for. */
export class TokenLines {
  readonly #sources = new Map<string, ReturnType<typeof readJson>>()
  readonly #known = new Map<string, TokenLine[]>()

  constructor(
    private readonly tree: FileTree,
    private readonly tokens: TokenBook,
  ) {}

  of(property: string, context: Readonly<Record<string, string>>): readonly TokenLine[] {
    const key = `${property}|${JSON.stringify(context)}`
    let known = this.#known.get(key)
    if (!known) this.#known.set(key, (known = this.find(property, context)))
    return known
  }

  private find(property: string, context: Readonly<Record<string, string>>): TokenLine[] {
    const raw = this.tokens.raw(context)
    const lines: TokenLine[] = []
    const seen = new Set<string>()
    for (let path = this.pathOf(property, context); path !== undefined && !seen.has(path);) {
      seen.add(path)
      const token = raw.get(path)
      if (!token) break
      const { line } = this.source(token.file).at(token.at)
      const text = typeof token.value === 'string' ? token.value : JSON.stringify(token.value)
      lines.push({ file: token.file, line, declaration: `${path}: ${text}` })
      path = typeof token.value === 'string' ? referencedPath(token.value) : undefined
    }
    return lines
  }

  /** A typography token has a property for each of its fields. */
  private pathOf(property: string, context: Readonly<Record<string, string>>): string | undefined {
    const all = this.tokens.list(context)
    return (
      all.find((token) => token.property === property) ??
      all.find((token) => property.startsWith(`${token.property}-`) && token.fields)
    )?.path
  }

  private source(file: string) {
    let source = this.#sources.get(file)
    if (!source) this.#sources.set(file, (source = readJson(textOf(this.tree, file) ?? '', file)))
    return source
  }
}
