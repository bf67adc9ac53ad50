import { runEnvironment } from './kept'
import { openShelves } from './warm'

// All that one run asks for at once.
const KNOWN_MS = 1000

/**
 * From now on this process keeps browsers and their pages for a minute after they have been used, for the next run: for what goes on,
 * as a server, and has `emptyShelves` called when it ends. What stands ready is not used any more once fonts or the browser have changed.
 */
export function keepWarm(): void {
  let known: { at: number; machine: Promise<string | undefined> } | undefined
  openShelves(() => {
    if (!known || Date.now() - known.at > KNOWN_MS) {
      const machine = runEnvironment().then(
        (found) => found?.machine,
        () => undefined,
      )
      known = { at: Date.now(), machine }
    }
    return known.machine
  })
}
