import { runEnvironment } from './kept'
import { openShelves } from './warm'

/**
 * From now on this process keeps browsers and their pages for a minute after they have been used, for the next run: for what goes on,
 * as a server, and has `emptyShelves` called when it ends. What stands ready is not used any more once fonts or the browser have changed.
 */
export function keepWarm(): void {
  openShelves(async () => (await runEnvironment().catch(() => undefined))?.machine)
}
