import type { PartFile } from './sheetSchema'

/** A named element of a component's anatomy. */
export interface Part {
  name: string
  /** Selector inside the case; undefined for `host` and for a `root` that the sheet does not name. */
  select?: string
  /** The pseudo-element, with its colons. */
  pseudo?: string
  /** Looked up in the whole document instead of inside the case. */
  inPage?: boolean
}

export function normaliseParts(file: Readonly<Record<string, PartFile>>): Record<string, Part> {
  const parts: Record<string, Part> = { host: { name: 'host' }, root: { name: 'root' } }
  for (const [name, given] of Object.entries(file)) {
    const {
      select,
      pseudo,
      in: where,
    } = typeof given === 'string' ? { select: given } : { pseudo: undefined, in: undefined, ...given }
    parts[name] = { name, ...splitPseudo(select, pseudo), ...(where && { inPage: true }) }
  }
  return parts
}

const TRAILING_PSEUDO = /::(before|after|marker|placeholder|backdrop|first-line|first-letter|selection)$/

/** `.box::after` is taken apart; `host::part(name)` is a selector of its own and stays. */
function splitPseudo(select: string, pseudo: string | undefined): { select: string; pseudo?: string } {
  if (pseudo) return { select, pseudo }
  const match = TRAILING_PSEUDO.exec(select)
  return match ? { select: select.slice(0, match.index), pseudo: match[0] } : { select }
}
