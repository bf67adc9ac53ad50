import { MATCH_SEPARATOR } from '@/core/readings'
import type { StandingCase } from '../findPart'
import { bringIntoView } from '../intoView'
import type { PseudoBoxes, StageComponent, StageReadings, StageRequest } from '../protocol'
import { MATCH_READERS, PART_READERS } from './readers'
import { OwnProperty, Reader, Unread, type Match, type ReadMatch } from './Reader'
import { readStyle } from './readStyle'

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
  cases: readonly StandingCase[],
  options: ReadOptions,
): StageReadings {
  const texts = new Interned()
  const reasons = new Interned()
  const unknown: StageReadings['unknown'] = []
  const read = cases.map((mounted, at) => {
    const requests = options.profiles[options.profileOf[at]!]!
    if (mounted.failure !== undefined) return requests.map(() => -1 - reasons.number(mounted.failure!))
    const reader = new Reader(component, mounted, options.pseudoBoxes, options.refOf)
    if (requests.some(({ origin }) => origin === 'pointer' || origin === 'paint')) bringIntoView(mounted)
    return requests.map((request, number) => {
      try {
        return texts.number(readRequest(reader, request))
      } catch (error) {
        if (error instanceof OwnProperty) unknown.push([at, number])
        return -1 - reasons.number(error instanceof Unread ? error.message : `could not be read: ${String(error)}`)
      }
    })
  })
  return { texts: texts.list, reasons: reasons.list, cases: read, unknown }
}

function readRequest(reader: Reader, request: StageRequest): string {
  const matches = reader.matches(request.part)
  // Nearly all readings are this one: the first match's style.
  if (request.origin === 'style' && request.index === 1 && matches.length > 0)
    return readStyle(reader, matches[0]!, request.name)
  const wanted = chosen(matches, request.index)
  const readPart = own(PART_READERS, request)
  if (readPart) return readPart(reader, matches, wanted)
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

function readMatch(reader: Reader, match: Match, request: StageRequest): string {
  if (request.origin === 'style') return readStyle(reader, match, request.name)
  const read: ReadMatch | undefined = own(MATCH_READERS, request)
  if (!read) throw new Unread(`nothing reads ${request.name}`)
  return read(reader, match, request.argument)
}

/** What a table holds for a reading of Brelt's own: `gap` may be the property of that name too. */
const own = <Read>(table: Readonly<Record<string, Read>>, { name, origin }: StageRequest): Read | undefined =>
  origin !== 'style' && Object.hasOwn(table, name) ? table[name] : undefined
