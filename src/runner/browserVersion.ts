import type { Browser } from 'puppeteer-core'

/** The version of a browser that runs, as `156.0.8078.108`. */
export const browserVersion = async (browser: Browser): Promise<string> =>
  (await browser.version()).replace(/^\w+\//, '')
