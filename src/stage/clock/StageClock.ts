import type { Activity } from '@/core/steps'

/** Which clock keeps a performance's time. */
export type ClockKind = 'engine' | 'page'

export type Roots = () => Iterable<Document | ShadowRoot>

/** The half of a clock that stands in the page. Times are in ms since the scenario's start. */
export interface StageClock {
  readonly now: number
  /** How far the document's timeline lay behind `performance.now()` in the last frame, in ms. */
  readonly lag: number
  /** How many frames have been drawn, where the engine keeps the time. */
  readonly frames: number
  /** How far the engine's own time has run ahead of the scenario's, in ms: it lets some pass where something is first loaded. */
  readonly ahead: number
  /** The scenario starts here. */
  start(): void
  /** Goes on to a moment: where the page keeps the time it passes here, where the engine does it is about to. */
  goTo(time: number): Promise<void>
  /** Takes hold of what input has just started, so that it stands still until time goes on. */
  hold(): Promise<void>
  activity(): Activity
  /** What has kept the clock from being exact. */
  notes(): string[]
}
