import type { Browser } from 'puppeteer-core'
import { atMost } from './atMost'

/**
 * Ends a browser at once, with all its processes. What was started may be a script that starts the browser, so the whole group goes;
 * a group of its own is what the package gives each browser, where the system knows such.
 */
export function killBrowser(browser: Pick<Browser, 'process'>): void {
  const child = browser.process()
  if (child?.pid === undefined) return
  try {
    process.kill(-child.pid, 'SIGKILL')
  } catch {
    child.kill('SIGKILL')
  }
}

/** Ends a browser, in good order where it still can. @param limit how long it is waited for, in ms */
export async function endBrowser(browser: Pick<Browser, 'close' | 'process'>, limit: number): Promise<void> {
  await atMost(limit, browser.close())
  killBrowser(browser)
}
