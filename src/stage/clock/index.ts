import { EngineClock } from './EngineClock'
import { PageClock } from './PageClock'
import type { ClockKind, Roots, StageClock } from './StageClock'

export { PageClock } from './PageClock'
export type { ClockKind, StageClock } from './StageClock'
export { watchUncontrolled } from './uncontrolled'

/** The clocks by their kinds. */
export const CLOCKS: Readonly<Record<ClockKind, new (view: Window & typeof globalThis, roots: Roots) => StageClock>> = {
  engine: EngineClock,
  page: PageClock,
}
