import { QueueWorkplace } from '@/queue'
import {
  BrowserSource,
  launchChromium,
  programName,
  runEnvironment,
  type RunEnvironment,
  type Workplace,
} from '@/runner'

/** Where the work of a command is done. */
export interface CommandPlace {
  at: BrowserSource | Workplace
  /** What its results depend on; undefined where that cannot be known. @throws NoQueue */
  environment(): Promise<RunEnvironment | undefined>
  /** A browser is certainly needed: it starts while other things go on. */
  warm(): void
  /** There is no browser any more. */
  readonly isLost: boolean
  close(): Promise<void>
}

/** @param queue the address of the queue from which workers take their work; left out, all is done here. @throws NoQueue */
export function placeFor(queue: string | undefined, signal: AbortSignal): CommandPlace {
  if (queue === undefined) return ownBrowsers()
  const at = new QueueWorkplace({
    ...{ url: queue, program: programName(), signal },
    onNote: (note) => process.stderr.write(`${note}\n`),
  })
  return {
    at,
    environment: () => at.environment(),
    warm: () => {},
    isLost: false,
    close: async () => at.close(),
  }
}

function ownBrowsers(): CommandPlace {
  const browsers = new BrowserSource(launchChromium)
  return {
    at: browsers,
    environment: () => runEnvironment().catch(() => undefined),
    // That there is none is told only where the library is in order.
    warm: () => void browsers.get().catch(() => {}),
    get isLost() {
      return browsers.isLost
    },
    close: () => browsers.close(),
  }
}
