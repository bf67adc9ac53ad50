import { BrowserLost } from './BrowserSource'
import { NoBrowser } from './chromium'
import { StageHang } from './PageWatch'
import { Tampered } from './reading'

/** A component whose code hangs is opened anew this often; then the rest of its cases stays unread. */
export const MAX_HANGS = 2
/** So often are cases read in halves, to find the one that spoils the others: enough for one among 500. */
const MAX_SPLITS = 10
/** Of code that hangs each time costs seconds. */
const MAX_HANG_SPLITS = 7

/** Cases that stood together were spoilt by one of them. */
export class ChunkSpoiled extends Error {
  override name = 'ChunkSpoiled'
}

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

  /** @param isOpening the component's code had not been loaded yet, or no page could be opened */
  after(error: unknown, cases: readonly C[], isOpening: boolean): Remedy<C> {
    const reason = reasonOf(error)
    const culprit = error instanceof StageHang ? cases[error.caseIndex ?? -1] : undefined
    const isKnown = culprit !== undefined
    if (isFinal(error) || isOpening || (isKnown && ++this.#hangs >= MAX_HANGS)) return this.giveUp(reason, cases)
    if (isKnown) return { again: [cases.filter((each) => each !== culprit)], left: { cases: [culprit], reason } }
    if (cases.length === 1) return { again: [], left: { cases, reason } }
    if (error instanceof StageHang && ++this.#hangSplits > MAX_HANG_SPLITS) return this.giveUp(reason, cases)
    if (++this.#splits > MAX_SPLITS) return this.giveUp(reason, cases)
    const middle = Math.ceil(cases.length / 2)
    return { again: [cases.slice(0, middle), cases.slice(middle)] }
  }

  private giveUp(reason: string, cases: readonly C[]): Remedy<C> {
    this.#lost = reason
    return { again: [], left: { cases, reason } }
  }
}

const isFinal = (error: unknown) =>
  error instanceof Tampered || error instanceof BrowserLost || error instanceof NoBrowser

// What the browser says of a page that is not there any more.
const HAS_LEFT = /Execution context was destroyed|Cannot find context|Target closed|Session closed|page was closed/

function reasonOf(error: unknown): string {
  if (error instanceof StageHang) return error.reason
  if (isFinal(error) || error instanceof ChunkSpoiled) return (error as Error).message
  if (HAS_LEFT.test((error as Error).message)) return 'its own code left or closed the page'
  // The page's own error comes with its kind before it and its stack behind.
  const [sentence = ''] = (error as Error).message.split(/\n| {2,}at /)
  return `the component could not be staged: ${sentence.trim().replace(/^(Uncaught )?Error: /, '')}`
}
