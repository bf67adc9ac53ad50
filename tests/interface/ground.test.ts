import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Page } from 'puppeteer-core'
import { boardFrame, press, stageFrames, startApp, type App } from '../support/app'
import { thorough } from '../support/extent'
import { until } from '../support/until'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

const choose = async (page: Page, ground: string) => {
  await press(page, 'combobox', 'Ground')
  await press(page, 'option', ground)
}

/** Grounds of all cells in sight, by the scheme that the case stands in. */
const grounds = async (page: Page) =>
  (await boardFrame(page)).evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('brelt-case')].map((each) => [
      each.dataset.key!.includes('theme=night') ? 'night' : 'day',
      getComputedStyle(each.parentElement!).backgroundColor,
    ]),
  )

const distinct = (pairs: readonly string[][]) =>
  [...new Set(pairs.map((pair) => pair.join(' ')))].toSorted((a, b) => a.localeCompare(b))

/** The grounds of all cases, once all of them stand and no other ground does; else those of the end. */
const groundsOnceAll = async (page: Page, wanted: readonly string[]) => {
  const all = await until(
    () => grounds(page),
    (pairs) => pairs.length >= 72 && distinct(pairs).every((each) => wanted.includes(each)),
    60_000,
  )
  return all.length >= 72 ? distinct(all) : [`only ${all.length} cases`, ...distinct(all)]
}

test('cases of the matrix stand on a chosen colour, which is that of their own context, and the address holds it', async () => {
  const page = await app.open('/firnline/bunk-check/matrix', { width: 1280, height: 1600 })
  await boardFrame(page, 72)
  const own = distinct(await grounds(page))
  await choose(page, 'color.accent')
  await page.waitForFunction(() => new URLSearchParams(location.search).get('ground') === 'color.accent')
  const wanted = await page.evaluate(async () => {
    const { contexts, colours } = (await (
      await fetch('/api/libraries/firnline/components/bunk-check/board')
    ).json()) as {
      contexts: { values: Record<string, string>; properties: [string, string][] }[]
      colours: { path: string; property: string }[]
    }
    const { property } = colours.find(({ path }) => path === 'color.accent')!
    const probe = document.body.appendChild(document.createElement('i'))
    return contexts.map(({ values, properties }) => {
      probe.style.backgroundColor = properties.find(([name]) => name === property)![1]
      return `${values.theme} ${getComputedStyle(probe).backgroundColor}`
    })
  })
  expect(await groundsOnceAll(page, wanted)).toEqual(wanted.toSorted((a, b) => a.localeCompare(b)))
  await page.reload()
  await boardFrame(page, 72)
  expect(distinct(await grounds(page))).toEqual(wanted.toSorted((a, b) => a.localeCompare(b)))
  await choose(page, 'the page’s own')
  await page.waitForFunction(() => !location.search.includes('ground'))
  expect(await groundsOnceAll(page, own)).toEqual(own)
  await page.close()
})

thorough('the picture in Define stands on it too, in a document of its own as well', async () => {
  for (const slug of ['bunk-check', 'busy-veil']) {
    const page = await app.open(`/firnline/${slug}/define`)
    await page.waitForSelector('[data-picture]')
    await choose(page, 'color.accent')
    expect(await until(() => isOnAccent(page), Boolean, 90_000)).toBe(true)
    await page.close()
  }
})

/** Whether some stage frame has a case, or a document, that stands on the accent's colour. */
const isOnAccent = async (page: Page) => {
  const all = await Promise.all(
    stageFrames(page).map((frame) =>
      frame.evaluate(() => {
        const probe = document.body.appendChild(document.createElement('i'))
        probe.style.backgroundColor = 'var(--color-accent)'
        const accent = getComputedStyle(probe).backgroundColor
        probe.remove()
        return [document.querySelector('brelt-case')?.parentElement, document.body].some(
          (each) => each && getComputedStyle(each).backgroundColor === accent,
        )
      }),
    ),
  )
  return all.includes(true)
}
