/** An event that the component sent. */
export interface EventRecord {
  name: string
  /** ms since the scenario's start. */
  at: number
  detail?: unknown
}
