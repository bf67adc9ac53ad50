import type { Readable } from './readable'

/** The library's colours, with the custom property of each. */
export const coloursOf = (
  tokens: Readable['tokens'],
  values: Readonly<Record<string, string>> = {},
): { path: string; property: string }[] =>
  tokens
    .list(values)
    .filter(({ type }) => type === 'color')
    .map(({ path, property }) => ({ path: path.replace(/\.\$root$/, ''), property }))
