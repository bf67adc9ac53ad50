import { MATCH_SEPARATOR } from '@/core/readings'
import type { MountedCase } from '../findPart'
import { bringIntoView } from '../intoView'
import type { PseudoBoxes, StageComponent, StageReadings, StageRequest } from '../protocol'
import { readBox } from './readBox'
import { readContrast } from './readContrast'
import { readDocument } from './readDocument'
import { readStyle } from './readStyle'
import { readTarget } from './readTarget'
import { readText } from './readText'
import { isVisible } from './readVisible'
import { Reader, Unread, type Match } from './Reader'

export interface ReadOptions {
  /** What is read, by profile. */
  profiles: readonly (readonly StageRequest[])[]
  /** The profile of each case. */
  profileOf: readonly number[]
  pseudoBoxes: PseudoBoxes
  refOf: (element: Element) => number | undefined
}

/** Texts and their numbers. */
class Interned {
  readonly list: string[] = []
  #numbers = new Map<string, number>()
  number(text: string): number {
    let known = this.#numbers.get(text)
    if (known === undefined) {
      known = this.list.push(text) - 1
      this.#numbers.set(text, known)
    }
    return known
  }
}

/** Reads all that is asked of all cases, in one go: the page is laid out once. */
export function readCases(
  component: StageComponent,
  cases: readonly MountedCase[],
  options: ReadOptions,
): StageReadings {
  const texts = new Interned()
  const reasons = new Interned()
  const read = cases.map((one, at) => {
    const requests = options.profiles[options.profileOf[at]!]!
    if (one.failure !== undefined) return requests.map(() => -1 - reasons.number(one.failure!))
    const reader = new Reader(component, one, options.pseudoBoxes, options.refOf)
    if (requests.some(({ origin }) => origin === 'pointer' || origin === 'paint')) bringIntoView(one)
    return requests.map((request) => {
      try {
        return texts.number(readRequest(reader, request))
      } catch (error) {
        return -1 - reasons.number(error instanceof Unread ? error.message : `could not be read: ${String(error)}`)
      }
    })
  })
  return { texts: texts.list, reasons: reasons.list, cases: read }
}

function readRequest(reader: Reader, request: StageRequest): string {
  const matches = reader.matches(request.part)
  // Nearly all readings are this one: the first match's style.
  if (request.origin === 'style' && request.index === 1 && matches.length > 0)
    return readStyle(reader, matches[0]!, request.name)
  if (request.name === 'present') return chosen(matches, request.index).length > 0 ? 'yes' : 'no'
  if (request.name === 'count') return String(matches.length)
  if (request.name === 'visible-count') return String(matches.filter((match) => isVisible(reader, match)).length)
  const wanted = chosen(matches, request.index)
  if (wanted.length === 0) {
    const which = request.index === 'all' || request.index === 1 ? '' : `[${request.index}]`
    throw new Unread(absence(reader, request.part, which))
  }
  // The accessibility tree is the browser's own: the runner fills these in.
  if (request.origin === 'accessibility')
    return wanted.map(({ element }) => reader.refOf(element) ?? '').join(MATCH_SEPARATOR)
  return wanted.map((match) => readMatch(reader, match, request)).join(MATCH_SEPARATOR)
}

function absence({ component }: Reader, name: string, which = ''): string {
  const part = component.parts[name]
  const selector = part?.select ? ` (${part.select}${part.pseudo ?? ''})` : ''
  return `the part "${name}${which}"${selector} is not there`
}

const chosen = (matches: readonly Match[], index: number | 'all') =>
  index === 'all' ? matches : matches.slice(index - 1, index)

function readMatch(reader: Reader, match: Match, { name, argument, origin }: StageRequest): string {
  switch (origin) {
    case 'style':
      return readStyle(reader, match, name)
    case 'box':
      return readBox(reader, match, name, argument)
    case 'document':
      return readDocument(reader, match, name, argument)
    case 'text':
      return readText(reader, match, name)
    case 'paint':
      return readContrast(reader, match)
    case 'pointer':
      return readTarget(reader, match, name)
    default:
      throw new Unread(`nothing reads ${origin}`)
  }
}
