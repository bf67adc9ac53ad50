import { join } from 'node:path'
import type { ElementHandle, KeyInput, Page } from 'puppeteer-core'
import { press, waitForText, type App } from './app'
import { run } from './runs'
import { until } from './until'

const FILES = join(process.env.BRELT_HOME ?? process.cwd(), 'tests/interface/tasks/parts')

/** Somebody at work in the application, who finds things by their roles and names alone. Each thing that is done is counted. */
export class Hand {
  /** Presses, texts that are typed, files that are chosen. */
  actions = 0

  private constructor(readonly page: Page) {}

  static async at(app: App, path = '/'): Promise<Hand> {
    return new Hand(await app.open(path))
  }

  async press(role: string, name: string): Promise<void> {
    this.actions++
    await press(this.page, role, name)
  }

  /** Presses the first of a role whose name begins so. */
  async pressLike(role: string, pattern: RegExp): Promise<void> {
    this.actions++
    await (await this.#like(role, pattern)).click()
  }

  async #like(role: string, pattern: RegExp): Promise<ElementHandle> {
    const found = await this.page.waitForFunction(
      (wanted: string, source: string) => {
        const tags: Record<string, string> = { button: 'button', link: 'a', tab: '[role=tab]', option: '[role=option]' }
        const fits = (each: Element) => {
          const name = each.getAttribute('aria-label') ?? each.textContent ?? ''
          const isThere = each.checkVisibility() && !(each as HTMLButtonElement).disabled
          return isThere && new RegExp(source).test(name)
        }
        return [...document.querySelectorAll(`[role=${wanted}], ${tags[wanted] ?? wanted}`)].find(fits)
      },
      { timeout: 90_000 },
      role,
      pattern.source,
    )
    return found.asElement() as ElementHandle
  }

  /** Types into a field and says that it is done. */
  async type(label: string, text: string, role = 'textbox'): Promise<void> {
    this.actions++
    const field = await this.page.waitForSelector(`aria/${label}[role="${role}"]`)
    await field!.click({ count: 3 })
    await this.page.keyboard.type(text)
    await this.page.keyboard.press('Enter')
  }

  /** Pastes into an editor. */
  async paste(label: string, text: string): Promise<void> {
    this.actions++
    const editor = await this.page.waitForSelector(`aria/${label}[role="textbox"]`)
    await editor!.evaluate((element, pasted) => {
      const clipboardData = new DataTransfer()
      clipboardData.setData('text/plain', pasted)
      element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    }, text)
  }

  /** Opens a list and takes one of it. */
  async choose(label: string, option: string): Promise<void> {
    await this.press('combobox', label)
    await this.press('option', option)
  }

  /** Chooses files of the tasks' own. */
  async give(label: string, files: readonly string[]): Promise<void> {
    this.actions++
    // Its name in the tree of accessibility goes on with which files are chosen.
    const input = await this.page.waitForSelector(`input[aria-label="${label}"]`)
    await (input as ElementHandle<HTMLInputElement>).uploadFile(...files.map((file) => join(FILES, file)))
  }

  async key(key: KeyInput): Promise<void> {
    this.actions++
    await this.page.keyboard.press(key)
  }

  /** Waits until something is shown. */
  async sees(pattern: RegExp, within = 'main'): Promise<void> {
    await waitForText(this.page, within, pattern, 30_000)
  }

  /** Where somebody stands who cannot go on, and what is in sight there. */
  async whereabouts(): Promise<string> {
    const shown = await this.page
      .evaluate(() => document.body.innerText.replace(/\s+/g, ' ').slice(0, 2000))
      .catch(() => 'nothing')
    return `${this.page.url()}, which shows: ${shown}`
  }

  async emptyLibrary(name: string): Promise<void> {
    await this.type('From nothing', name)
    await this.sees(/no components yet/, 'main')
  }

  /** Makes an empty library and a component in it from files. */
  async bring(library: string, files: readonly string[]): Promise<void> {
    await this.emptyLibrary(library)
    await this.make(files)
  }

  /** Makes a component from files, in a library that is open. */
  async make(files: readonly string[]): Promise<void> {
    await this.press('link', 'Make a component')
    await this.press('tab', 'Files, a folder or a zip')
    await this.give('Files to bring in', files)
    await this.press('button', 'Make this component')
    await this.page.waitForFunction(() => location.pathname.endsWith('/define'))
  }

  /** Takes all that a draft of what is rendered says. */
  async draft(): Promise<void> {
    await this.press('link', 'Spec')
    await this.press('button', 'Draft from what is rendered')
    await this.pressLike('button', /^Add \d+ expectations?$/)
    await this.sees(/Rules [1-9]/)
  }

  /** Makes a token of a colour. */
  async newToken(name: string, value: string): Promise<void> {
    await this.press('button', 'New token')
    await this.write('Name of the new token', name)
    await this.write('Value', value)
    await this.press('button', 'Add token')
    await this.sees(new RegExp(value))
  }

  /** Finds words in an editor and puts others there, by the editor's own search. */
  async replace(editor: string, from: string, to: string): Promise<void> {
    this.actions++
    const path = await this.page.waitForSelector(`[data-editor$="${editor}"] .cm-content`)
    await path!.focus()
    await this.page.keyboard.down('Control')
    await this.page.keyboard.press('f')
    await this.page.keyboard.up('Control')
    await this.write('Find', from)
    await this.write('Replace', to)
    await this.press('button', 'replace all')
  }

  /** Adds a rule for all cases. */
  async expect(part: string, reading: string, expectation: string): Promise<void> {
    await this.choose('Part', part)
    await this.type('Reading', reading, 'combobox')
    await this.type('Expectation', expectation, 'combobox')
  }

  /** Adds what is asked of this kind of component. */
  async addChecks(): Promise<void> {
    await this.press('link', 'Behaviour')
    await this.press('button', 'Ready-made checks')
    await this.press('button', 'Add them')
  }

  /** Adds a scenario with one click and what is to be seen then, and changes it to these steps. */
  async scenario(name: string, steps: readonly (readonly [kind: string, fields: Readonly<Record<string, string>>])[]) {
    await this.type('New scenario', name)
    await this.sees(new RegExp(name))
    for (const [kind, fields] of steps) await this.step(kind, fields)
  }

  /** Adds a step by its fields. */
  async step(kind: string, fields: Readonly<Record<string, string>>): Promise<void> {
    await this.choose('Kind of step', kind)
    for (const [label, text] of Object.entries(fields)) await this.write(label, text)
    await this.pressLike('button', /^Add (step|after step)/)
  }

  /** Writes into a field of a form, whatever kind of field it is. */
  async write(label: string, text: string): Promise<void> {
    this.actions++
    const field = await this.page.waitForSelector(`input[aria-label="${label}"]`)
    await field!.click({ count: 3 })
    await this.page.keyboard.type(text)
  }

  /** Runs all. */
  async run(): Promise<void> {
    this.actions++
    await run(this.page, 'Verify')
  }

  /** Runs all. @returns the words of the marks, of cases, scenarios and lints: those that are wanted, or what stood there at last */
  async verify(wanted: string): Promise<string> {
    await this.run()
    // The run's end is told before the results that it leads to have come.
    const marks = () =>
      this.page.$$eval('[data-testid=counts], [data-testid=scenario-counts], [data-testid=lint-counts]', (all) =>
        all.map((each) => each.textContent).join(' · '),
      )
    return until(marks, (words) => words === wanted, 5000)
  }
}
