import type { Browser } from 'puppeteer-core'
import { browserVersion } from './browserVersion'
import { closePopups, NoBrowser } from './chromium'
import { hashOf, programName, type RunEnvironment } from './kept'
import { openTarget } from './openTarget'

/** An address of a browser as it may be told: what comes after the machine is a secret, with which it can be driven. */
export const browserAddress = (url: string): string => {
  const { protocol, host } = new URL(url)
  return `${protocol}//${host}`
}

/**
 * What a browser must answer to be read in: a mouse that hovers, and scrollbars that take no room. One that was started without
 * Brelt's flags answers otherwise, and everything that hangs on it would be read otherwise without a word.
 */
const SUITS = `(() => {
  const box = document.createElement('div')
  box.style.cssText = 'position:absolute;width:100px;height:100px;overflow:scroll'
  document.documentElement.append(box)
  const bar = box.offsetWidth - box.clientWidth
  box.remove()
  return { hover: matchMedia('(hover: hover)').matches, fine: matchMedia('(pointer: fine)').matches, bar }
})()`

/** Texts by whose widths fonts can be told from others. */
const FONTS = `(() => {
  const pen = document.createElement('canvas').getContext('2d')
  const families = ['serif', 'sans-serif', 'monospace', 'cursive', 'system-ui', 'Arial', 'Helvetica', 'Times New Roman', 'Georgia', 'Verdana', 'Courier New', 'Segoe UI', 'Roboto', 'Noto Sans', 'DejaVu Sans', 'Liberation Sans']
  return families.map((family) => { pen.font = '72px ' + JSON.stringify(family).replace(/^"(serif|sans-serif|monospace|cursive|system-ui)"$/, '$1'); return pen.measureText('mmMwWliI0O@ ÄŁж漢').width }).join(' ') + ' ' + navigator.platform
})()`

async function ask<T>(browser: Browser, expression: string): Promise<T> {
  const session = await openTarget(browser, {})
  try {
    const { result } = await session.send('Runtime.evaluate', { expression, returnByValue: true })
    return result.value as T
  } finally {
    await session.send('Page.close').catch(() => {}) // it goes with the browser
  }
}

/**
 * Connects to a browser that runs elsewhere. It is only left when it is closed here: others may use it.
 * @throws NoBrowser where it cannot be reached, or would read otherwise
 */
export async function connectChromium(url: string): Promise<Browser> {
  const { default: puppeteer } = await import('puppeteer-core')
  const at = URL.canParse(url) ? browserAddress(url) : undefined
  if (at === undefined || !/^wss?:/.test(url))
    throw new NoBrowser('the address of a browser begins with ws:// or wss://, as the browser itself tells it')
  let browser: Browser
  try {
    browser = await puppeteer.connect({ browserWSEndpoint: url, defaultViewport: null, protocolTimeout: 120_000 })
  } catch (error) {
    throw new NoBrowser(`the browser at ${at} cannot be reached: ${messageOf(error)}`)
  }
  const { hover, fine, bar } = await ask<{ hover: boolean; fine: boolean; bar: number }>(browser, SUITS)
  if (!hover || !fine || bar > 0) {
    await browser.disconnect()
    throw new NoBrowser(
      `the browser at ${at} would read otherwise: it has ${[!hover && 'no mouse that hovers', !fine && 'no fine pointer', bar > 0 && `scrollbars ${bar} px wide`].filter(Boolean).join(', ')}. Start it with: brelt browser`,
    )
  }
  closePopups(browser)
  return Object.assign(browser, { close: () => browser.disconnect() })
}

/** What comes of reading in a browser that runs elsewhere depends on this. Its fonts are known by what they measure. */
export async function remoteEnvironment(browser: Browser): Promise<RunEnvironment> {
  const version = await browserVersion(browser)
  const seen = await ask<string>(browser, FONTS)
  const platform = seen.slice(seen.lastIndexOf(' ') + 1) || 'elsewhere'
  return {
    program: programName(),
    browser: version,
    machine: hashOf(`elsewhere ${await browser.userAgent()} ${seen}`),
    rig: `elsewhere-${platform} chromium-${version.split('.')[0]} fonts-${hashOf(seen).slice(0, 8)}`,
  }
}

/** What puppeteer gives where a socket cannot be opened is an event. */
const messageOf = (error: unknown): string =>
  (error as { error?: Error }).error?.message ?? ((error as Error).message || 'it does not answer')
