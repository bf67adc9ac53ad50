import type { Browser } from 'puppeteer-core'

/** Whether a browser has gone down. Its pages are told before it is known: it is asked. */
export async function isGone(browser: Pick<Browser, 'connected' | 'version'>): Promise<boolean> {
  if (!browser.connected) return true
  return browser.version().then(
    () => false,
    () => true,
  )
}
