import { nearest } from '../problem'

/** `No part "bocks". Did you mean "box"?` */
export function noSuch(what: string, found: string, known: Iterable<string>): string {
  const names = [...known]
  const near = nearest(found, names)
  const hint = near
    ? ` Did you mean "${near}"?`
    : names.length > 0
      ? ` There are: ${names.slice(0, 12).join(', ')}${names.length > 12 ? ', …' : ''}.`
      : ''
  return `No ${what} "${found}".${hint}`
}
