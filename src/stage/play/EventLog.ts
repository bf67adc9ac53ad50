import type { EventRecord } from '@/core/steps'

/** Notes what a component sends, once for each event that can be heard outside of it. */
export class EventLog {
  #records: EventRecord[] = []
  /** Called with each as it comes. */
  onNoted?: (record: EventRecord) => void

  constructor(
    document: Document,
    names: readonly string[],
    readonly now: () => number,
    /** Whether an event is taken for one that was not sent. */
    readonly isUnsent: (name: string) => boolean = () => false,
  ) {
    for (const name of names) {
      // What does not bubble is only seen on its way down; what bubbles counts if nothing has stopped it.
      document.addEventListener(name, (event) => !event.bubbles && this.note(name, detailOf(event)), true)
      document.addEventListener(name, (event) => event.bubbles && this.note(name, detailOf(event)))
    }
  }

  note(name: string, detail: unknown): void {
    if (this.isUnsent(name)) return
    const record = { name, at: this.now(), ...(detail !== undefined && { detail: plain(detail) }) }
    this.#records.push(record)
    this.onNoted?.(record)
  }

  /** What fired while mounting does not count. */
  start(): void {
    this.#records = []
  }

  records(): EventRecord[] {
    return this.#records
  }
}

/** What an event of the component's own carries. */
const detailOf = (event: Event): unknown => (event instanceof CustomEvent ? event.detail : undefined) ?? undefined

const MAX_CHARACTERS = 2000

/** Data that can be sent on; what cannot be written as JSON is named. */
function plain(detail: unknown): unknown {
  try {
    const text = JSON.stringify(detail)
    if (text === undefined) return String(detail)
    return text.length > MAX_CHARACTERS ? `${text.slice(0, MAX_CHARACTERS)}…` : (JSON.parse(text) as unknown)
  } catch {
    return String(detail)
  }
}
