import type { TokenFormat } from '../choices'
import { tokenContexts } from './contexts'
import type { TokenBook } from './TokenBook'
import { mergeTokenDocuments, modernise, tokensAsCss, tokensAsScss, tokensAsTypeScript } from './writeTokens'

/** A library's tokens for others to use. JSON is one token document (2025.10), of one context; the others hold all contexts. */
export function exportTokens(
  book: TokenBook,
  format: TokenFormat,
  context: Readonly<Record<string, string>> = {},
): string {
  if (format === 'json') return JSON.stringify(modernise(mergeTokenDocuments(book.sources(context))), null, 2) + '\n'
  const [base, ...others] = tokenContexts(book)
  const contexts = [base!, ...others].map((values, at) => ({
    name: Object.values(values).join(' ') || 'all',
    selector: at === 0 ? ':root' : selectorOf(values, base!),
    tokens: book.list(values),
  }))
  const writers = { css: tokensAsCss, scss: tokensAsScss, ts: tokensAsTypeScript }
  return writers[format](contexts)
}

/** The attributes by which the stage tells contexts apart, where they differ from the base. */
const selectorOf = (values: Readonly<Record<string, string>>, base: Readonly<Record<string, string>>) =>
  Object.entries(values)
    .filter(([name, value]) => base[name] !== value)
    .map(([name, value]) => `[data-${name}="${value}"]`)
    .join('')
