import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import puppeteer from 'puppeteer-core'
import type { Report } from '@/core/report'
import { browserProgram, connectChromium, NoBrowser } from '@/runner'
import { withoutTimes } from '../support/plain'
import { freePort } from '../support/ports'

const folder = mkdtempSync(join(tmpdir(), 'brelt-remote-'))
let served: ChildProcess
let address: string

beforeAll(async () => {
  served = spawn(process.execPath, ['bin/brelt.mjs', 'browser'], { stdio: ['ignore', 'pipe', 'inherit'] })
  const [text] = (await once(served.stdout!, 'data')) as [Buffer]
  address = text.toString().trim()
})
afterAll(async () => {
  served.kill('SIGTERM')
  await once(served, 'exit')
  rmSync(folder, { recursive: true, force: true })
})

/** What a report says of a library, but for where it was read and what that depends on. */
async function verify(name: string, ...options: string[]): Promise<{ report: Report; said: string }> {
  const out = join(folder, `${name}.json`)
  const given = ['verify', 'demo/firnline', '--component', 'busy-veil', 'trail-tile', '--cache', join(folder, name)]
  const { stderr } = await cli([...given, '--format', 'json', '--out', out, ...options])
  const report = withoutTimes(JSON.parse(readFileSync(out, 'utf8')) as Report)
  for (const component of report.components) delete component.fingerprint
  return { report, said: stderr }
}

test('a browser that runs elsewhere reads what one of this process reads, and it is said that it is another rig', async () => {
  const there = await verify('there', '--browser', address)
  const here = await verify('here', '--clock', 'page')
  expect(there.report).toEqual(here.report)
  expect(there.report.totals.cases).toBeGreaterThan(20)
  expect(there.said).toMatch(
    /^Reading at ws:\/\/127\.0\.0\.1:\d+, another rig than this machine: elsewhere-.* chromium-\d+ fonts-[0-9a-f]{8}\./,
  )
  // The address is a key to it.
  expect(there.said).not.toContain('devtools')
  expect(here.said).toBe('')
})

test('it is left as it was: others may read in it', async () => {
  const browser = await connectChromium(address)
  const contexts = browser.browserContexts().length
  await browser.close()
  const again = await connectChromium(address)
  expect(again.browserContexts()).toHaveLength(contexts)
  await again.close()
})

test('one that was started otherwise is refused, since it would read otherwise', async () => {
  const args = process.getuid?.() === 0 ? ['--no-sandbox'] : []
  const plain = await puppeteer.launch({ executablePath: browserProgram(), headless: 'shell', args })
  const refused = await connectChromium(plain.wsEndpoint()).catch((error: Error) => error)
  await plain.close()
  expect(refused).toBeInstanceOf(NoBrowser)
  expect((refused as Error).message).toMatch(
    /would read otherwise: it has no mouse that hovers.*Start it with: brelt browser$/,
  )
})

test.each<[what: string, url: () => Promise<string>, says: RegExp]>([
  [
    'where there is none',
    async () => `ws://127.0.0.1:${await freePort()}/devtools/browser/key`,
    /^the browser at ws:\/\/127\.0\.0\.1:\d+ cannot be reached: .*ECONNREFUSED/,
  ],
  ['that is no address of a browser', async () => 'http://127.0.0.1:9222', /begins with ws:\/\/ or wss:\/\//],
])('an address %s is told as such', async (_, url, says) => {
  const refused = await connectChromium(await url()).catch((error: Error) => error)
  expect(refused).toBeInstanceOf(NoBrowser)
  expect((refused as Error).message).toMatch(says)
})
