import type { Token } from './resolve'

/** A context's tokens as declarations of CSS custom properties; typography has one a field and `…-font` as a whole. */
export function customProperties(tokens: Iterable<Token>): [name: string, value: string][] {
  return [...tokens].flatMap(({ property, css, fields }): [string, string][] => {
    if (!fields) return [[property, css]]
    return [
      ...Object.entries(fields).map(([field, value]): [string, string] => [`${property}-${field}`, value]),
      [`${property}-font`, css],
    ]
  })
}
