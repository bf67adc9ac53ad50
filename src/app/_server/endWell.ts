import { log } from '@/server'
import { openedWorkspace } from './workspace'

// Whoever watches over the process ends it soon after by force.
const LONGEST_MS = 9000

/** When the server is asked to end, runs stop with what they have found, and are taken up again when it is back; then it ends. */
export function endWell(): void {
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => {
      log.info({ signal }, 'ending')
      const late = new Promise((done) => setTimeout(done, LONGEST_MS))
      const ended = Promise.resolve(openedWorkspace()).then((space) => space?.close())
      void Promise.race([ended, late])
        .catch((error: unknown) => log.error({ err: error }, 'not all came to a good end'))
        .finally(() => process.exit(0))
    })
}
