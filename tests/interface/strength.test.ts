import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { textOf, type FileTree } from '@/core/sheet'
import { press, startApp, waitForText, type App } from '../support/app'
import { thorough } from '../support/extent'
import { removeRepository, writeRepository } from '../support/repository'
import { idle, weak } from '../support/weak'

describe('strength', () => {
  let app: App
  let folders: string[]
  let page: Page
  beforeAll(async () => {
    const write = (tree: FileTree, name: string) =>
      writeRepository(
        Object.fromEntries(
          tree.paths.map((path) => [path, textOf(tree, path)!.replace('name: Test', `name: ${name}`)]),
        ),
        name,
      )
    folders = [write(weak(), 'weak-hut'), write(idle(), 'idle-hut')]
    app = await startApp(folders)
    page = await app.open('/weak-hut/thing/strength')
  })
  afterAll(async () => {
    await app.close()
    folders.forEach(removeRepository)
  })

  test('a component is broken, what it does not notice is shown, expectations are added, and it is strong', async () => {
    await waitForText(page, '[aria-label="Strength by part"]', /Does the spec notice/)
    await page.keyboard.press('b')
    await waitForText(page, '[data-testid=strength]', /^40 %$/)
    await waitForText(page, '[aria-label="Unnoticed breaks"]', /15 unnoticed breaks/)
    expect(await page.$$eval('[data-unnoticed] img', (images) => images.length)).toBe(30)
    // A number leads to what it stands for.
    await page.click('[aria-label^="label, Length"]')
    await waitForText(page, '[aria-label="Unnoticed breaks"]', /2 of 15 unnoticed breaks, label/)
    await press(page, 'button', 'Show all')
    await press(page, 'button', 'All')
    await waitForText(page, '[aria-label="Unnoticed breaks"]', /would notice 15 more: 100 %/)
    await page.keyboard.press('a')
    await waitForText(page, '[aria-label="Strength by part"]', /The component has changed since/)
    await press(page, 'button', 'Break it')
    await waitForText(page, '[data-testid=strength]', /^100 %$/)
    await waitForText(page, '[aria-label="Unnoticed breaks"]', /notices every break/)
  })

  test('what was found stays, and is undone with the expectations', async () => {
    await page.reload()
    await waitForText(page, '[data-testid=strength]', /^100 %$/)
    await page.keyboard.press('u')
    // Of the sheet as it was the result is known still.
    await waitForText(page, '[data-testid=strength]', /^40 %$/)
  })

  test('gaps of the spec tell of what goes unnoticed', async () => {
    await press(page, 'link', 'Spec')
    await page.locator('[role=tab]::-p-text(Gaps)').click()
    await waitForText(page, '[data-testid=unnoticed]', /15 breaks of the component go unnoticed/)
    await waitForText(page, '[data-covered]', /unnoticed break/)
    // What would tell of the most comes first in its part.
    const rows = await page.$$eval('section[aria-label=root] [data-covered]', (all) =>
      all.map((each) => Number(/(\d+) unnoticed break/.exec(each.textContent ?? '')?.[1] ?? 0)),
    )
    expect(rows).toEqual(rows.toSorted((one, other) => other - one))
    expect(rows[0]).toBeGreaterThan(0)
  })

  thorough(
    'all components of a library are broken at once, and rules that no break makes miss are lints of the spec',
    async () => {
      const own = await app.open('/idle-hut/strength')
      await waitForText(own, '[data-component=Thing]', /not broken yet/)
      await press(own, 'combobox', 'What is broken')
      await press(own, 'option', 'Cases and scenarios')
      await press(own, 'button', 'Break all')
      await waitForText(own, '[data-component=Thing]', /\d+ %\d+ of \d+.*cases and scenarios/)
      await waitForText(own, '[role=status]', /\d+ of \d+ breaks noticed, in 1 of 1 component/)
      await press(own, 'link', 'Thing')
      await waitForText(own, '[data-testid=strength]', /\d+ %/)
      await press(own, 'link', 'Spec')
      await waitForText(own, '[data-lint=never-tested]', /No break of the component makes this rule miss/)
      expect(await own.$$eval('[data-lint=never-tested]', (all) => all.length)).toBe(1)
    },
  )
})
