import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Frame, Page } from 'puppeteer-core'
import { launchChromium } from '@/runner'
import { freePort } from './queue'

const HOST = '127.0.0.1'

/** How long a page may take to show what a test waits for, in ms: wide, since a busy machine is no fault. */
const WAIT = 90_000

/** Brelt as people run it, on a store of its own, with a browser to use it. */
export interface App {
  address: string
  /** Runs the command line on the same store. */
  command(...given: string[]): void
  /** @param path of the application, or the address of a file */
  open(path: string, size?: { width: number; height: number }): Promise<Page>
  /** Kills the server as it stands, and starts another on the same store. */
  crash(): Promise<void>
  close(): Promise<void>
}

/** Starts the built application; `folders` are imported beside the demo library. @param settings environment variables */
export async function startApp(folders: readonly string[] = [], settings: Record<string, string> = {}): Promise<App> {
  const home = process.env.BRELT_HOME ?? process.cwd()
  const data = mkdtempSync(join(tmpdir(), 'brelt-app-'))
  const port = await freePort()
  const own = { BRELT_DATA: join(data, 'brelt.db'), PORT: String(port), NODE_OPTIONS: '' }
  const environment = { ...process.env, ...own, ...settings }
  const command = (...given: string[]) => {
    const { status, stderr } = spawnSync(process.execPath, [join(home, 'dist', 'cli.mjs'), ...given], {
      env: { ...environment, BRELT_HOME: home },
      encoding: 'utf8',
    })
    if (status !== 0) throw new Error(stderr)
  }
  command('set-up')
  for (const folder of folders) command('import', folder)
  const start = async () => {
    const program = spawn(process.execPath, [join(home, 'scripts', 'serve.mjs')], {
      env: environment,
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    await started(program)
    return program
  }
  let server = await start()
  const browser = await launchChromium({ whole: true })
  const address = `http://${HOST}:${port}`
  return {
    address,
    command,
    open: (path, size = { width: 1280, height: 800 }) =>
      openPage(browser, path.startsWith('file:') ? path : address + path, size),
    crash: async () => {
      const gone = new Promise((done) => server.once('exit', done))
      // The program that starts it would end it in good order.
      for (const pid of [server.pid!, ...childrenOf(server.pid!)]) process.kill(pid, 'SIGKILL')
      await gone
      server = await start()
    },
    close: async () => {
      await browser.close()
      await new Promise((done) => {
        server.once('exit', done)
        server.kill('SIGTERM')
      })
      rmSync(data, { recursive: true, force: true })
    },
  }
}

const childrenOf = (pid: number): number[] =>
  spawnSync('ps', ['-o', 'pid=', '--ppid', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.trim() !== '')
    .map(Number)

const started = (server: ChildProcess) =>
  new Promise<void>((done, fail) => {
    server.stdout!.on('data', (text: Buffer) => text.includes('Brelt is at') && done())
    server.once('exit', (code) => fail(new Error(`the server ended with ${code}`)))
  })

async function openPage(browser: Browser, url: string, size: { width: number; height: number }): Promise<Page> {
  const page = await browser.newPage()
  page.setDefaultTimeout(WAIT)
  await page.setViewport(size)
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }])
  await page.goto(url, { waitUntil: 'load' })
  return page
}

/** Presses what a person would: a control by its role and name, once it stands still. */
export const press = (page: Page, role: string, name: string): Promise<void> =>
  page.locator(`aria/${name}[role="${role}"]`).click()

/** Puts text into a field and leaves it with Enter. */
export async function fill(page: Page, label: string, text: string): Promise<void> {
  const field = await page.waitForSelector(`[aria-label="${label}"]`)
  await field!.click({ count: 3 })
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
}

/** Waits until the text of what `selector` finds fits. */
export async function waitForText(page: Page, selector: string, pattern: RegExp, timeout = WAIT): Promise<void> {
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
    const status = await page
      .$$eval('[data-status], [role=alert]', (all) => all.map((each) => each.textContent))
      .catch(() => [])
    throw new Error(
      `no ${selector} with ${String(pattern)}: found ${JSON.stringify({ found, status, url: page.url() })}`,
      {
        cause: error,
      },
    )
  }
}

/** Frames in which component code runs. */
export const stageFrames = (page: Page): Frame[] => page.frames().filter((frame) => /\/stage\?/.test(frame.url()))

/** The board's frame, once it has mounted at least `least` cases. */
export async function boardFrame(page: Page, least = 1): Promise<Frame> {
  await page.waitForFunction(
    (count: number) =>
      Number(document.querySelector<HTMLElement>('iframe[data-mounted]')?.dataset.mounted ?? 0) >= count,
    { timeout: 90_000 },
    least,
  )
  return stageFrames(page)[0]!
}
