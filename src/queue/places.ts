import {
  browserAddress,
  BrowserSource,
  connectChromium,
  LocalWorkplace,
  programName,
  remoteEnvironment,
  runEnvironment,
  startBrowser,
  type RunEnvironment,
  type Workplace,
} from '@/runner'
import { QueueWorkplace, type QueueOptions } from './QueueWorkplace'

/** Where the work of one command, or of one run, is done. */
export interface OpenPlace {
  at: BrowserSource | Workplace
  /** What its results depend on; undefined where that cannot be known. @throws NoQueue, Error where it is stopped while it waits */
  environment(): Promise<RunEnvironment | undefined>
  /** A browser is certainly needed: it starts while other things go on. */
  warm(): void
  /** There is no browser any more. */
  readonly isLost: boolean
  close(): Promise<void>
}

export interface PlaceOptions extends Pick<QueueOptions, 'signal' | 'onNote' | 'onDone'> {
  /** The address of the queue from which workers take their work; left out, all is done here. */
  queue?: string | undefined
  /** The address of a browser that runs elsewhere. */
  browser?: string | undefined
  /** Starts a browser of this machine. @defaultValue startBrowser */
  launch?: typeof startBrowser
}

/** @throws NoQueue where the address is none */
export function openPlace({ queue, browser, launch = startBrowser, ...options }: PlaceOptions): OpenPlace {
  if (queue === undefined)
    return browser === undefined ? ownBrowsers(launch) : browserElsewhere(browser, options.onNote)
  const at = new QueueWorkplace({ url: queue, program: programName(), ...options })
  return {
    at,
    environment: () => at.environment(),
    warm: () => {},
    isLost: false,
    close: async () => at.close(),
  }
}

function ownBrowsers(launch: typeof startBrowser): OpenPlace {
  const browsers = new BrowserSource(launch)
  // That there is none is told when one is needed.
  return inBrowsers(browsers, browsers, () => runEnvironment().catch(() => undefined))
}

/** It cannot be asked for time and frames: its pages keep the time of scenarios themselves. */
function browserElsewhere(url: string, onNote: PlaceOptions['onNote']): OpenPlace {
  const browsers = new BrowserSource(() => connectChromium(url))
  let known: Promise<RunEnvironment> | undefined
  const environment = async () => {
    const there = await remoteEnvironment(await browsers.get())
    const own = await runEnvironment().catch(() => undefined)
    if (own?.rig !== there.rig)
      onNote?.(
        `Reading at ${browserAddress(url)}, another rig than this machine: ${there.rig}. Pictures approved elsewhere are not compared with its own.`,
      )
    return there
  }
  return inBrowsers(browsers, new LocalWorkplace(browsers, 'page'), () => (known ??= environment()))
}

const inBrowsers = (
  browsers: BrowserSource,
  at: OpenPlace['at'],
  environment: OpenPlace['environment'],
): OpenPlace => ({
  at,
  environment,
  warm: () => void browsers.get().catch(() => {}),
  get isLost() {
    return browsers.isLost
  },
  close: () => browsers.close(),
})
