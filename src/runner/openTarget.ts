import type { Browser, CDPSession } from 'puppeteer-core'

const roots = new WeakMap<Browser, Promise<CDPSession>>()

/** The session to a browser itself. One for all: when one is given up, the package takes the browser to be gone. */
export function rootSession(browser: Browser): Promise<CDPSession> {
  let root = roots.get(browser)
  if (!root) roots.set(browser, (root = browser.target().createCDPSession()))
  return root
}

export interface TargetOptions {
  browserContextId?: string
  enableBeginFrameControl?: boolean
  width?: number
  height?: number
}

/** Opens a bare page and a session to it. The package's own way of opening one sets up much that is not used here, for 200 ms. */
export async function openTarget(browser: Browser, options: TargetOptions): Promise<CDPSession> {
  const root = await rootSession(browser)
  const { targetId } = await root.send('Target.createTarget', { url: 'about:blank', ...options })
  const target = await browser.waitForTarget((each) => (each as { _targetId?: string })._targetId === targetId)
  return target.createCDPSession()
}
