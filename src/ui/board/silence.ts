/** How long nothing was heard of a frame, as far as this page was awake itself. */
export interface Silence {
  /** Something was heard, or is expected from now on. */
  end(): void
  /** Called again and again; once nothing is expected any more it stays at 0. @returns milliseconds */
  tick(isWatched: boolean): number
}

/**
 * Counts how long a frame is silent. A machine that slept, or that stood still under its load, is not silence of the frame: between two
 * ticks no more counts than `longest` milliseconds.
 */
export function countSilence(longest: number, now: () => number = Date.now): Silence {
  let last = 0
  let sum = 0
  let isExpected = false
  return {
    end() {
      isExpected = true
      last = now()
      sum = 0
    },
    tick(isWatched) {
      const passed = Math.min(now() - last, longest)
      last = now()
      if (!isExpected) return 0
      sum = isWatched ? sum + passed : 0
      return sum
    },
  }
}
