import type { Token, TokenBook } from '../tokens'
import { defineBreak } from './defineBreak'
import { exchanged } from './length'

const USED = /var\(\s*(--[^\s,()]+)/g

export const tokenExchanged = defineBreak({
  kind: 'token',
  name: 'Token exchanged',
  short: 'Token',
  about:
    'A token that a declaration names is exchanged for the one beside it: of the same group and type, with another value.',
  of: {
    *declaration({ declaration, tokens }) {
      for (const used of declaration.value.matchAll(USED)) {
        const name = used[1]!
        const other = neighbourOf(tokens, name)
        if (other === undefined) continue
        const from = used.index + used[0].length - name.length
        yield exchanged(declaration, { from, to: from + name.length }, other)
      }
    },
  },
})

/** The custom property of the token beside that of a property; undefined where it has none, or the property is none of a token's. */
function neighbourOf(tokens: TokenBook, property: string): string | undefined {
  const all = tokens.list({})
  const own = all.find((token) => bears(token, property))
  if (!own) return undefined
  const group = all.filter(({ path, type }) => type === own.type && groupOf(path) === groupOf(own.path))
  const at = group.indexOf(own)
  const other = [...group.slice(at + 1), ...group.slice(0, at).reverse()].find(({ css }) => css !== own.css)
  return other && other.property + property.slice(own.property.length)
}

const bears = ({ property, fields }: Token, name: string) =>
  property === name ||
  (fields !== undefined && [...Object.keys(fields), 'font'].some((field) => name === `${property}-${field}`))

const groupOf = (path: string) => path.slice(0, Math.max(0, path.lastIndexOf('.')))
