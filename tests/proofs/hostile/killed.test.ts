import { afterAll, describe, expect, test } from '@jest/globals'
import { isWhole, thorough } from '../../support/extent'
import type { Browser } from 'puppeteer-core'
import { BrowserSource, killBrowser, launchChromium, prepareLibrary, verifyLibrary, type VerifyOptions } from '@/runner'
import { openFolder } from '@/source'
import type { Report } from '@/core/report'

const launched: Browser[] = []
afterAll(() => Promise.all(launched.map((browser) => browser.close().catch(() => {}))))

const launch = async () => {
  const browser = await launchChromium()
  launched.push(browser)
  return browser
}

const kill = (browser: Browser | undefined) => browser && killBrowser(browser)
const COMPONENTS = isWhole ? ['lamp-switch', 'gear-hint'] : ['trail-tile', 'busy-veil']

async function verify(
  options: VerifyOptions = {},
  source = new BrowserSource(launch),
  components = COMPONENTS,
): Promise<Report> {
  const prepared = await prepareLibrary(openFolder('demo/firnline'), { components })
  try {
    return await verifyLibrary(source, prepared, { workers: 1, ...options })
  } finally {
    await source.close()
  }
}

/** What a report says of results: not how long it took, nor what happened on the way. */
const told = ({ totals, components }: Report) => ({
  totals,
  components: components.map(({ slug, findings, scenarios, cases }) => ({
    slug,
    findings,
    cases,
    scenarios: scenarios?.map(({ name, verdict }) => [name, verdict]),
  })),
})

describe('the browser is killed', () => {
  test.each(isWhole ? [1, 20] : [1])(
    'while cases are read, after %s: nothing is lost, and a note tells of it',
    async (count) => {
      const whole = await verify()
      let read = 0
      const report = await verify({ onCase: () => ++read === count && kill(launched.at(-1)) })
      expect(told(report)).toEqual(told(whole))
      expect(report.totals.unread).toBe(0)
      expect(read).toBe(report.totals.cases)
      expect(report.components.flatMap(({ notes }) => notes ?? [])).toContainEqual(expect.stringContaining('went down'))
    },
    120_000,
  )

  thorough('while a component is being read: what it was reading is read again', async () => {
    const source = new BrowserSource(launch)
    const first = await source.get()
    // Its page has been opened by then, and is just being mounted.
    const session = await first.target().createCDPSession()
    await session.send('Target.setDiscoverTargets', { discover: true })
    session.on('Target.targetInfoChanged', ({ targetInfo }) => targetInfo.url.includes('brelt-stage') && kill(first))
    const report = await verify({}, source)
    expect(told(report)).toEqual(told(await verify()))
  })

  test('again and again: what was found is reported, the rest is unread with the reason', async () => {
    const source = new BrowserSource(async () => {
      const browser = await launch()
      // Nothing can be read in it: it goes as soon as it has a page.
      browser.on('targetcreated', () => kill(browser))
      return browser
    })
    const cases: string[] = []
    const report = await verify({ onCase: (slug) => cases.push(slug) }, source, ['hut-card'])
    expect(source.isLost).toBe(true)
    expect(report.totals.holds).toBe(0)
    // Nothing is said of what was not read.
    expect(report.totals.lints).toEqual({ error: 0, warning: 0 })
    expect(report.totals.cases).toBe(cases.length)
    const messages = report.components.flatMap(({ findings }) => findings.map(({ message }) => message))
    expect(messages.length).toBeGreaterThan(0)
    expect(
      messages.filter((message) => !message.endsWith('the browser went down 3 times in a row: nothing more was tried')),
    ).toEqual([])
  })
})
