import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { startApp } from '../../support/app'
import { isWhole, thorough } from '../../support/extent'
import { verifyTree } from '../../support/library'
import { playTree } from '../../support/scenarios'
import { listen, type Listener } from './listener'
import { senderFiles, SENDERS } from './senders'
import { engineBrowser } from '../../support/browsers'

let listener: Listener
beforeAll(async () => {
  listener = await listen()
})
afterAll(() => listener.close())

// On the wall, and on the board of one of them.
const PRECONNECTS = 2

test('the listener counts what comes', async () => {
  await fetch(`http://127.0.0.1:${listener.port}/`).catch(() => {})
  expect(listener.counts().connections).toBe(1)
})

describe('nothing leaves', () => {
  test('while cases are read', async () => {
    const before = listener.counts()
    const { report } = await verifyTree(await engineBrowser(), treeOf(senderFiles(listener.port)))
    expect(listener.counts()).toEqual(before)
    expect(report.components.find(({ slug }) => slug === 'innocent')).toMatchObject({ findings: [] })
    // No component is lost without a word: each holds, or says why it could not be read.
    expect(report.totals.holds + report.totals.unread).toBe(Object.keys(SENDERS).length + 1)
  })

  test.each(isWhole ? (['engine', 'page'] as const) : (['engine'] as const))(
    'while scenarios are performed, by the %s clock',
    async (clock) => {
      const before = listener.counts()
      const results = await playTree(treeOf(senderFiles(listener.port)), { clock })
      expect(listener.counts()).toEqual(before)
      expect(results.get('innocent waits')!.verdict).toBe('holds')
      expect(results.size).toBe(Object.keys(SENDERS).length + 1)
    },
    180_000,
  )
})

thorough('while cases are shown in the application', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-senders-'))
  for (const [path, text] of Object.entries(senderFiles(listener.port))) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), text)
  }
  const app = await startApp([folder])
  try {
    const before = listener.counts()
    // All of them are in sight at once.
    const page = await app.open('/senders', { width: 1280, height: 6000 })
    const count = Object.keys(SENDERS).length + 1
    await page.waitForFunction(
      (all: number) => document.querySelectorAll('[data-tile] iframe, [data-tile] [role=alert]').length >= all,
      { timeout: 90_000 },
      count,
    )
    // What is to be sent has been sent once the frames have had their turns, one of them after the others.
    for (const slug of ['way-0', 'way-22', 'way-27', 'way-31', 'way-32']) {
      await page.goto(`${app.address}/senders/${slug}/matrix`)
      await page.waitForFunction(() => document.querySelector('iframe[data-mounted="1"], [role=alert]') !== null, {
        timeout: 90_000,
      })
    }
    const { connections, ...sent } = listener.counts()
    const { connections: known, ...then } = before
    expect(sent).toEqual(then)
    // A browser that is told to preconnect opens a connection and sends nothing; no page can forbid it.
    expect(connections - known).toBeLessThanOrEqual(PRECONNECTS)
  } finally {
    await app.close()
    rmSync(folder, { recursive: true, force: true })
  }
})
