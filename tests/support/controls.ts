/** Controls by what people call them: role and name, as the engine tells them. */
import type { ElementHandle, Page } from 'puppeteer-core'
import { patience } from '../../src/runner/patience'

// As quick as anybody sees.
const POLLING_MS = 80
// How long a control that is there may move, or be covered, before it is looked for anew: another may have taken its place.
const STILL_MS = 2000

/** How long a page may take to show what a test waits for, in ms: longer on a busy machine, which is no fault. */
export const wait = (): number => 20_000 * patience()

/** Waits less often than in each frame, for which a page would draw all the time. */
export function waitRarely(page: Page): void {
  const waitForFunction = page.waitForFunction.bind(page)
  page.waitForFunction = (ask, options, ...args) =>
    waitForFunction(ask, { polling: POLLING_MS, timeout: wait(), ...options }, ...args)
}

/**
 * The first element of a name and role, once it is there. The engine's tree of names is made anew whenever it is asked, which costs
 * half a core when it is done in each frame: it is asked only where the name's words stand.
 * @param selector `name[role="…"]`
 */
export async function control(page: Page, selector: string, timeout = wait()): Promise<ElementHandle> {
  const end = Date.now() + timeout
  const words = selector.replace(/\[\w+="[^"]*"\]/g, '').split(/\s+/)
  for (;;) {
    await page.waitForFunction(hasWords, { timeout: Math.max(1, end - Date.now()) }, words)
    const found = await page.$(`aria/${selector}`)
    if (found) return found
    if (Date.now() > end) throw new Error(`no "${selector}" within ${timeout} ms`)
    await new Promise((done) => setTimeout(done, POLLING_MS))
  }
}

/** Whether all words stand somewhere in the page: in its texts, or in the attributes that give names. */
function hasWords(words: readonly string[]): boolean {
  const texts = [...document.querySelectorAll('[aria-label], [title], [alt], [placeholder], [value]')].flatMap((each) =>
    ['aria-label', 'title', 'alt', 'placeholder', 'value'].map((name) => each.getAttribute(name) ?? ''),
  )
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  while (walker.nextNode())
    if (!/^(SCRIPT|STYLE)$/.test(walker.currentNode.parentElement!.tagName)) texts.push(walker.currentNode.textContent!)
  // A word may be made of several texts.
  const all = texts.join('')
  return words.every((word) => all.includes(word))
}

/** Presses what a person would: a control by its role and name, once it stands still. */
export async function press(page: Page, role: string, name: string): Promise<void> {
  const end = Date.now() + wait()
  try {
    for (;;) {
      const found = await control(page, `${name}[role="${role}"]`, end - Date.now())
      try {
        return await found
          .asLocator()
          .setTimeout(STILL_MS * patience())
          .click()
      } catch (error) {
        if (Date.now() > end) throw error
      } finally {
        await found.dispose().catch(() => {}) // its document may have gone
      }
    }
  } catch (error) {
    throw new Error(`no ${role} "${name}" to press: found ${JSON.stringify(await whatStands(page))}`, { cause: error })
  }
}

/** What a page shows instead of what a test waits for. */
export const whatStands = (page: Page) =>
  page
    .evaluate(async () => {
      const textsOf = (css: string) =>
        [...document.querySelectorAll(css)].map((each) => each.textContent?.slice(0, 200))
      const frame = new Promise((done) => requestAnimationFrame(() => done('draws')))
      const late = new Promise((done) => setTimeout(done, 2000, 'draws nothing'))
      return {
        url: location.href,
        told: textsOf('[data-status], [role=alert], [role=status]'),
        over: textsOf('[role=dialog], [role=alertdialog], [role=menu], [role=listbox]'),
        focused: document.activeElement?.outerHTML.slice(0, 200),
        page: [
          document.visibilityState,
          document.hasFocus() ? 'focused' : 'not focused',
          await Promise.race([frame, late]),
        ],
      }
    })
    .catch((error: Error) => error.message)
