import { BrowserLost } from '../BrowserSource'
import { NoBrowser } from '../chromium'
import { StageHang } from '../PageWatch'
import { Tampered } from '../reading'

/** Cases that stood together were spoilt by one of them. */
export class ChunkSpoiled extends Error {
  override name = 'ChunkSpoiled'
}

/** Why cases could not be read together. Plain data: it may come from elsewhere. */
export interface Fault {
  reason: string
  /** `final`: nothing of the component can be read any more. */
  kind: 'hang' | 'spoilt' | 'final' | 'other'
  /** The case that is to blame, by its place among those that were read, where that is known. */
  caseIndex?: number
  /** The component's code had not been loaded yet, or no page could be opened. */
  isOpening: boolean
  /** It is no fault of the component's: on another machine it may be read. */
  isOfMachine?: true
}

/** Cases could not be read together. */
export class ReadingFailed extends Error {
  override name = 'ReadingFailed'
  constructor(readonly fault: Fault) {
    super(fault.reason)
  }
}

/** @param isOpening as in `Fault` */
export function faultOf(error: unknown, isOpening: boolean): Fault {
  if (error instanceof StageHang) {
    const { caseIndex } = error
    return { reason: error.reason, kind: 'hang', isOpening, ...(caseIndex !== undefined && { caseIndex }) }
  }
  const kind = isFinal(error) ? 'final' : error instanceof ChunkSpoiled ? 'spoilt' : 'other'
  const reason = kind === 'other' ? reasonOf(error as Error) : (error as Error).message
  return { reason, kind, isOpening, ...(isOfMachine(error) && { isOfMachine: true }) }
}

const isOfMachine = (error: unknown) => error instanceof BrowserLost || error instanceof NoBrowser
const isFinal = (error: unknown) => error instanceof Tampered || isOfMachine(error)

// What the browser says of a page that is not there any more.
const HAS_LEFT = /Execution context was destroyed|Cannot find context|Target closed|Session closed|page was closed/

function reasonOf({ message }: Error): string {
  if (HAS_LEFT.test(message)) return 'its own code left or closed the page'
  // The page's own error comes with its kind before it and its stack behind.
  const [sentence = ''] = message.split(/\n| {2,}at /)
  return `the component could not be staged: ${sentence.trim().replace(/^(Uncaught )?Error: /, '')}`
}
