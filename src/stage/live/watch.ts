import { EVENTS, type Snapshot } from '@/core/record'
import { ARIA_STATES, MATCH_SEPARATOR, parseReading } from '@/core/readings'
import { findParts, type MountedCase } from '../findPart'
import type { StageComponent, StageRequest } from '../protocol'
import { readState } from './readState'

/** Of every part, besides its states. */
const WATCHED = ['count', 'visible', 'text', 'focused', 'prop(value)', 'attr(class)'] as const

const HAS_VALUE = 'input, textarea, select'

/** What a recording looks at: of every part, whatever a change of it may be worth being told. */
export class Watch {
  #requests: StageRequest[]
  #parts: string[]

  constructor(
    readonly component: StageComponent,
    private readonly read: (requests: readonly StageRequest[]) => (string | undefined)[],
  ) {
    this.#parts = Object.entries(component.parts)
      .filter(([name, { pseudo }]) => name !== 'host' && !pseudo)
      .map(([name]) => name)
    this.#requests = this.#parts.flatMap((part) => WATCHED.map((name) => requestOf(part, name)))
  }

  /** @param events how often each event has come */
  take(mounted: MountedCase, events: ReadonlyMap<string, number>): Snapshot {
    const texts = this.read(this.#requests)
    const snapshot = new Map<string, string>()
    this.#requests.forEach(({ part, name, argument }, at) => {
      const reading = argument === undefined ? name : `${name}(${argument})`
      snapshot.set(`${part}|${reading}`, texts[at] ?? '')
    })
    for (const part of this.#parts) {
      const elements = findParts(this.component, mounted, part)
      if (!elements.some((element) => element.matches(HAS_VALUE))) snapshot.delete(`${part}|prop(value)`)
      for (const state of ARIA_STATES) {
        const read = elements.map((element) => readState(element, state))
        if (read.some((value) => value !== undefined))
          snapshot.set(`${part}|state.${state}`, read.map((value) => value ?? 'no').join(MATCH_SEPARATOR))
      }
    }
    for (const [name, count] of events) snapshot.set(`${EVENTS}|${name}`, String(count))
    return snapshot
  }
}

function requestOf(part: string, text: string): StageRequest {
  const parsed = parseReading(text)
  if ('problem' in parsed) throw new Error(parsed.problem) // our list, not the author's
  const { name, argument, origin } = parsed.reading
  return {
    part,
    index: text === 'count' ? 1 : 'all',
    name,
    ...(argument !== undefined && { argument }),
    origin,
  }
}
