import { delimiter, join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { findShell, isExecutable } from './findShell'

/** No browser can be started here: what to do about it. */
export class NoBrowser extends Error {
  override name = 'NoBrowser'
}

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable', 'chrome', 'msedge']
const PLACES = [
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
  'C:\\Program Files\\Google\\Chrome\\Application\\chrome.exe',
]

/** The browser to run: `BRELT_CHROMIUM`, else an installed Chromium or Chrome. @throws NoBrowser */
export function findChromium(environment: Readonly<Record<string, string | undefined>> = process.env): string {
  const named = environment.BRELT_CHROMIUM
  if (named) {
    if (isExecutable(named)) return named
    throw new NoBrowser(`BRELT_CHROMIUM names "${named}", which is no program that can be run`)
  }
  const folders = (environment.PATH ?? '').split(delimiter)
  const found = [
    ...folders.flatMap((folder) => NAMES.map((name) => join(/* turbopackIgnore: true */ folder, name))),
    ...PLACES,
  ].find(isExecutable)
  if (found) return found
  throw new NoBrowser(
    'no Chromium or Chrome was found: install one (Debian: apt-get install chromium) or name it in BRELT_CHROMIUM',
  )
}

/** How a browser of ours is started. */
export const FLAGS = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
  '--force-color-profile=srgb',
  '--font-render-hinting=none',
  '--hide-scrollbars',
  // One page after another in the same frame and process: a frame made anew takes a third of a load, and a spare process waits in vain.
  '--disable-features=RenderDocument,SpareRendererForSitePerProcess',
  '--disable-smooth-scrolling',
  // A component of another site gets a process of its own: one that hangs stops nobody else.
  '--site-per-process',
  // In a container there is no mouse, and `@media (hover: hover)` would be false.
  '--blink-settings=primaryHoverType=2,availableHoverTypes=2,primaryPointerType=4,availablePointerTypes=4',
]

export interface LaunchOptions {
  /** The whole application, as people use it, and not the engine alone. */
  whole?: boolean
}

/**
 * Starts a headless browser: where it is installed the headless shell, which is the same engine without the application around it
 * and starts and opens pages in a third of the time. The caller closes it. @throws NoBrowser
 */
export async function launchChromium({ whole = false }: LaunchOptions = {}): Promise<Browser> {
  const shell = whole || process.env.BRELT_CHROMIUM ? undefined : findShell()
  const executablePath = shell ?? findChromium()
  const { default: puppeteer } = await import('puppeteer-core')
  const isRoot = process.getuid?.() === 0
  try {
    return await puppeteer.launch({
      executablePath,
      headless: shell === undefined ? true : 'shell',
      // A pipe carries the thousands of small messages of a run with less work than a socket.
      pipe: true,
      args: [...FLAGS, ...(isRoot ? ['--no-sandbox'] : [])],
      defaultViewport: null,
      protocolTimeout: 120_000,
      // The caller's own handlers decide: a run that is stopped still reports what it found.
      handleSIGINT: false,
      handleSIGTERM: false,
    })
  } catch (error) {
    throw new NoBrowser(`${executablePath} does not start: ${(error as Error).message.split('\n')[0]}`)
  }
}
