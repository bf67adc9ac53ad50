import type { Token } from './resolve'

/** `color.pine.600` → `--color-pine-600`; `$root` ends the name of its group; camelCase and spaces become hyphens. */
export const customPropertyName = (path: string) =>
  '--' +
  path
    .split('.')
    .filter((step) => step !== '$root')
    .map((step) =>
      step
        .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
        .replace(/[^A-Za-z0-9_-]+/g, '-')
        .toLowerCase(),
    )
    .join('-')

/** A context's tokens as declarations of CSS custom properties; typography has one a field and `…-font` as a whole. */
export function customProperties(tokens: Iterable<Token>): [name: string, value: string][] {
  return [...tokens].flatMap(({ path, css, fields }): [string, string][] => {
    const name = customPropertyName(path)
    if (!fields) return [[name, css]]
    return [
      ...Object.entries(fields).map(([field, value]): [string, string] => [`${name}-${field}`, value]),
      [`${name}-font`, css],
    ]
  })
}
