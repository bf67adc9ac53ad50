import type { Browser, Frame, Page } from 'puppeteer-core'
import { personsBrowser } from './browsers'
import { control, wait, waitRarely, whatStands } from './controls'
import { Server } from './Server'
import { closeAtEnd } from './shared'

export { press } from './controls'

/** Brelt as people run it, with a browser to use it. */
export interface App {
  address: string
  /** Runs the command line on the same store. */
  command(...given: string[]): Promise<void>
  /** @param path of the application, or the address of a file */
  open(path: string, size?: { width: number; height: number }): Promise<Page>
  /** Kills the server as it stands, and starts another on the same store. */
  crash(): Promise<void>
  /** Closes what has been opened; the server goes on where it is shared. */
  close(): Promise<void>
}

export interface AppOptions {
  /** A server and a store that nobody else has: for what changes the demo library, or counts libraries. */
  isOwn?: boolean
  /** Environment variables of a server of its own. */
  settings?: Record<string, string>
  /** Started as people start it, and killed with all that it started. */
  isStarted?: boolean
}

/**
 * The built application, with the demo library, and with `folders` taken in beside it. Where nothing else is asked for, one server and
 * one store serve all files of a process: a library's name is to be its file's own.
 */
export async function startApp(folders: readonly string[] = [], options: AppOptions = {}): Promise<App> {
  const isOwn = options.isOwn === true || options.isStarted === true || options.settings !== undefined
  const server = isOwn ? await Server.start(options) : await sharedServer()
  for (const folder of folders) await server.command('import', folder)
  const browser = await personsBrowser()
  const pages = new Set<Page>()
  return {
    address: server.address,
    command: (...given) => server.command(...given),
    open: async (path, size = { width: 1280, height: 800 }) => {
      const page = await openPage(browser, path.startsWith('file:') ? path : server.address + path, size)
      pages.add(page)
      return page
    },
    crash: () => server.crash(),
    close: async () => {
      // What one file leaves in the browser's own storage is not for the next.
      const last = [...pages].find((page) => !page.isClosed() && page.url().startsWith(server.address))
      await last?.evaluate(() => localStorage.clear()).catch(() => {}) // its page may have crashed
      for (const page of pages) if (!page.isClosed()) await page.close().catch(() => {}) // it may have crashed
      if (isOwn) await server.close()
    },
  }
}

let shared: Promise<Server> | undefined

function sharedServer(): Promise<Server> {
  if (!shared) closeAtEnd(async () => (await shared)?.close())
  return (shared ??= Server.start())
}

/** Tabs that nobody uses: what a tab has loaded and compiled before, it need not load and compile again. */
const freeTabs: Page[] = []

async function openPage(browser: Browser, url: string, size: { width: number; height: number }): Promise<Page> {
  const page = await takeTab(browser)
  page.setDefaultTimeout(wait())
  await page.setViewport(size)
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }])
  await page.goto(url, { waitUntil: 'load' })
  return page
}

async function takeTab(browser: Browser): Promise<Page> {
  const free = freeTabs.pop()
  if (free && !free.isClosed() && free.browser() === browser) {
    // Only what is in front draws frames.
    await free.bringToFront()
    return free
  }
  const page = await browser.newPage()
  // Several tabs are in use at a time, as in windows side by side.
  await page.emulateFocusedPage(true)
  waitRarely(page)
  const close = page.close.bind(page)
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)]
  page.goto = async (...given) => {
    const answer = await goto(...given)
    await alive(page)
    return answer
  }
  page.reload = async (...given) => {
    const answer = await reload(...given)
    await alive(page)
    return answer
  }
  const waitForSelector = page.waitForSelector.bind(page)
  // Names are asked for in one way.
  page.waitForSelector = ((selector: string, options) =>
    selector.startsWith('aria/')
      ? control(page, selector.slice('aria/'.length), options?.timeout)
      : waitForSelector(selector, options)) as typeof page.waitForSelector
  // It is left at an address of the same server that shows nothing and asks for nothing.
  page.close = async (options) => {
    if (freeTabs.includes(page)) return
    const isUsed = await leave(page)
    if (isUsed) freeTabs.push(page)
    else await close(options)
  }
  return page
}

/** Controls that the server has drawn take no press before the page's own program has taken them over. */
async function alive(page: Page): Promise<void> {
  if (!page.url().startsWith('http') || page.url().includes('/api/')) return
  await page.waitForFunction(() =>
    [...document.querySelectorAll('button')].every((each) =>
      Object.keys(each).some((key) => key.startsWith('__react')),
    ),
  )
}

/** @returns whether the tab can be used again */
async function leave(page: Page): Promise<boolean> {
  if (!page.url().startsWith('http')) return false
  try {
    await page.goto(new URL('/api/health', page.url()).href, { timeout: 5000 })
    return true
  } catch {
    // It has crashed, or hangs.
    return false
  }
}

/** Lets a page draw so many frames. */
export const frames = (page: Page, count: number): Promise<void> =>
  page.evaluate(
    (wanted: number) =>
      new Promise<void>((done) => {
        let drawn = 0
        const next = () => (drawn++ < wanted ? requestAnimationFrame(next) : done())
        next()
      }),
    count,
  )

/** Puts text into a field and leaves it with Enter. */
export async function fill(page: Page, label: string, text: string): Promise<void> {
  const field = await page.waitForSelector(`[aria-label="${label}"]`)
  await field!.click({ count: 3 })
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
}

/** Waits until the text of what `selector` finds fits. */
export async function waitForText(page: Page, selector: string, pattern: RegExp, timeout = wait()): Promise<void> {
  try {
    await page.waitForFunction(
      (css: string, source: string, flags: string) =>
        [...document.querySelectorAll(css)].some((each) => new RegExp(source, flags).test(each.textContent ?? '')),
      { timeout },
      selector,
      pattern.source,
      pattern.flags,
    )
  } catch (error) {
    // Which of many reasons it was is told by what stood there instead.
    const found = await page.$$eval(selector, (all) => all.map((each) => each.textContent)).catch(() => 'no page')
    const stands = await whatStands(page)
    throw new Error(`no ${selector} with ${String(pattern)}: found ${JSON.stringify({ found, stands })}`, {
      cause: error,
    })
  }
}

/** Frames in which component code runs. */
export const stageFrames = (page: Page): Frame[] => page.frames().filter((frame) => /\/stage\?/.test(frame.url()))

/** The board's frame, once it has mounted at least `least` cases. */
export async function boardFrame(page: Page, least = 1): Promise<Frame> {
  await page.waitForFunction(
    (count: number) =>
      Number(document.querySelector<HTMLElement>('iframe[data-mounted]')?.dataset.mounted ?? 0) >= count,
    {},
    least,
  )
  return stageFrames(page)[0]!
}
