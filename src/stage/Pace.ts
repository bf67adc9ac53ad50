import { comeToRest, realFrame, type Roots } from './comeToRest'
import type { Pristine } from './pristine'
import { StillTime } from './StillTime'

/** How a stage waits for what components do by themselves. */
export interface Pace {
  pristine: Pristine
  comeToRest(roots: Roots): Promise<{ isSettled: boolean }>
  /** Whether the page's code has asked to be told of sizes, or of what is in sight. */
  isWatching(): boolean
}

type View = Window & typeof globalThis

/**
 * Time stands still: for pages in which cases are read. Takes the page's timers away, so it comes before any component's code.
 * @param onTurn called while something is waited for: the page's code has come back
 */
export function standStill(view: View, onTurn: () => void = () => {}): Pace {
  const time = new StillTime(view)
  return {
    pristine: time.pristine,
    comeToRest: (roots) => comeToRest(view, time, roots, onTurn),
    isWatching: () => time.hasObservers,
  }
}

// A component on the bench goes on by itself: only what comes at once is waited for.
const LIVE_FRAMES = 2

/** Real time goes on: what comes in the first frames is waited for. */
export const goOn = (pristine: Pristine): Pace => ({
  pristine,
  comeToRest: async () => {
    for (let frame = 0; frame < LIVE_FRAMES; frame++) await realFrame({ pristine })
    return { isSettled: true }
  },
  isWatching: () => true,
})

/** Whoever drives the page lets time pass. */
export const driven = (pristine: Pristine): Pace => ({
  pristine,
  comeToRest: () => Promise.resolve({ isSettled: true }),
  isWatching: () => true,
})
