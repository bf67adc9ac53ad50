import type { Browser } from 'puppeteer-core'
import { atMost } from './atMost'
import { isGone } from './isGone'
import { browserProgram, launchChromium } from './chromium'
import { endBrowser } from './killBrowser'
import { rootSession } from './openTarget'
import { Shelf } from './warm'

// One that does not answer or close by itself is ended.
const LIMIT_MS = 5000

const end = (browser: Pick<Browser, 'close' | 'process'>) => endBrowser(browser, LIMIT_MS)

/** Whether no page of anybody's is left in a browser: pages of components stand in contexts of their own, which go with them. */
async function isEmpty(browser: Browser): Promise<boolean> {
  const root = await rootSession(browser)
  const { browserContextIds } = await root.send('Target.getBrowserContexts')
  const { targetInfos } = await root.send('Target.getTargets')
  return (
    browserContextIds.length === 0 && targetInfos.every(({ type, url }) => type !== 'page' || url === 'about:blank')
  )
}

/** Browsers in which runs have read, for the runs that come after. */
const browsers = new Shelf<Browser>(
  {
    start: () => launchChromium(),
    clear: async (each) => (await atMost(LIMIT_MS, isEmpty(each))) ?? false,
    isAlive: async (each) => !(await isGone(each)),
    end,
  },
  2,
)

/** A browser to read in: one that stands ready, or a new one. @throws NoBrowser */
export const startBrowser = async (): Promise<Browser> => browsers.take(browserProgram())

/** Gives back a browser that was read in: it stands ready for others, or ends. */
export async function returnBrowser(browser: Pick<Browser, 'close' | 'process'>): Promise<void> {
  // What it has not handed out itself it does not take.
  if (!(await browsers.give(browser as Browser))) await end(browser)
}
