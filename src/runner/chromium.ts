import { delimiter, join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { findShell, isExecutable } from './findShell'

/** No browser can be started here: what to do about it. */
export class NoBrowser extends Error {
  override name = 'NoBrowser'
  readonly code = 'no-browser'
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

/** The program that runs are made with: the headless shell where there is one, unless another is named. @throws NoBrowser */
export const browserProgram = (): string => (process.env.BRELT_CHROMIUM ? undefined : findShell()) ?? findChromium()

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

/**
 * What keeps a browser that runs component code from every network, this machine's own included, whatever slips by interception:
 * no name leads anywhere, all else goes to a proxy that is not there, and calls between browsers go nowhere but through it.
 */
export const OFFLINE = [
  '--proxy-server=http://127.0.0.1:9',
  // Without this, what leads to this machine itself passes the proxy by.
  '--proxy-bypass-list=<-loopback>',
  '--host-resolver-rules=MAP * ~NOTFOUND',
  '--dns-prefetch-disable',
  '--no-pings',
  '--webrtc-ip-handling-policy=disable_non_proxied_udp',
  '--force-webrtc-ip-handling-policy=disable_non_proxied_udp',
]

/** Not every flag that the package gives suits component code: it is not to open windows. */
export const LEFT_OUT = ['--disable-popup-blocking']

/** Closes whatever a page opens. */
export function closePopups(browser: Browser): void {
  browser.on('targetcreated', (target) => {
    if (target.opener())
      target
        .page()
        .then((page) => page?.close())
        .catch(() => {}) // gone already
  })
}

/** The end of a browser that is killed is told by its pages; that its pipes break with it, which would end this process, is no news. */
export function expectBrokenPipes(browser: Browser): void {
  for (const pipe of browser.process()?.stdio ?? []) pipe?.on('error', () => {})
}

export interface LaunchOptions {
  /** The whole application, as people use it, and not the engine alone. */
  whole?: boolean
  /** Where it listens on this machine for others that read in it; 0 for any. Left out, nobody but this process reaches it. */
  port?: number
  /** Pages may reach this machine's servers: for what drives the application, never for component code. @defaultValue that of `whole` */
  isOnline?: boolean
}

/**
 * Starts a headless browser: where it is installed the headless shell, which is the same engine without the application around it
 * and starts and opens pages in a third of the time. The caller closes it. @throws NoBrowser
 */
export async function launchChromium({ whole = false, port, isOnline = whole }: LaunchOptions = {}): Promise<Browser> {
  const shell = whole || process.env.BRELT_CHROMIUM ? undefined : findShell()
  const executablePath = shell ?? findChromium()
  const { default: puppeteer } = await import('puppeteer-core')
  const isRoot = process.getuid?.() === 0
  try {
    const browser = await puppeteer.launch({
      executablePath,
      headless: shell === undefined ? true : 'shell',
      // A pipe carries the thousands of small messages of a run with less work than a socket.
      ...(port === undefined ? { pipe: true } : { debuggingPort: port }),
      args: [...FLAGS, ...(isOnline ? [] : OFFLINE), ...(isRoot ? ['--no-sandbox'] : [])],
      ignoreDefaultArgs: isOnline ? false : LEFT_OUT,
      defaultViewport: null,
      // A page may be waited for longer than a case may take.
      protocolTimeout: whole ? 600_000 : 120_000,
      // The caller's own handlers decide: a run that is stopped still reports what it found.
      handleSIGINT: false,
      handleSIGTERM: false,
    })
    expectBrokenPipes(browser)
    if (!isOnline) closePopups(browser)
    return browser
  } catch (error) {
    throw new NoBrowser(`${executablePath} does not start: ${(error as Error).message.split('\n')[0]}`)
  }
}
