import type { Fault } from './Fault'

/** A component whose code hangs is opened anew this often; then the rest of its cases stays unread. */
export const MAX_HANGS = 2
/** So often are cases read in halves, to find the one that spoils the others: enough for one among 500. */
const MAX_SPLITS = 10
/** Of code that hangs each time costs seconds. */
const MAX_HANG_SPLITS = 7

/** What to do after cases could not be read together. */
export interface Remedy<C> {
  /** Groups of cases that are read again, each in a page of its own. */
  again: (readonly C[])[]
  /** Cases that stay unread, with the reason. */
  left?: { cases: readonly C[]; reason: string }
}

/** Finds the case that spoils others, so that they are read without it; and sees when nothing of a component can be read. */
export class Recovery<C> {
  #hangs = 0
  #splits = 0
  #hangSplits = 0
  #lost: string | undefined

  /** Why nothing of the component can be read any more. */
  get lost(): string | undefined {
    return this.#lost
  }

  after({ kind, reason, caseIndex, isOpening }: Fault, cases: readonly C[]): Remedy<C> {
    const culprit = kind === 'hang' ? cases[caseIndex ?? -1] : undefined
    const isKnown = culprit !== undefined
    if (kind === 'final' || isOpening || (isKnown && ++this.#hangs >= MAX_HANGS)) return this.giveUp(reason, cases)
    if (isKnown) return { again: [cases.filter((each) => each !== culprit)], left: { cases: [culprit], reason } }
    if (cases.length === 1) return { again: [], left: { cases, reason } }
    if (kind === 'hang' && ++this.#hangSplits > MAX_HANG_SPLITS) return this.giveUp(reason, cases)
    if (++this.#splits > MAX_SPLITS) return this.giveUp(reason, cases)
    const middle = Math.ceil(cases.length / 2)
    return { again: [cases.slice(0, middle), cases.slice(middle)] }
  }

  private giveUp(reason: string, cases: readonly C[]): Remedy<C> {
    this.#lost = reason
    return { again: [], left: { cases, reason } }
  }
}
