import type { Browser } from 'puppeteer-core'
import { launchChromium, PlayPool, type LaunchOptions, type PoolOptions } from '@/runner'
import { isWhole } from './extent'
import { closeAtEnd } from './shared'
import { keepBrowsers } from './warm'

/** One browser for all files of a process, started when it is first asked for, and again when it has gone down. */
function sharedBrowser(options: LaunchOptions): () => Promise<Browser> {
  let launched: Promise<Browser> | undefined
  keepBrowsers()
  const launch = () => {
    if (!launched) closeAtEnd(async () => (await launched)?.close())
    return (launched = launchChromium(options))
  }
  return async () => {
    const browser = await (launched ?? launch())
    return browser.connected ? browser : launch()
  }
}

/** The browser in which components are read. */
export const engineBrowser = sharedBrowser({})

/** The browser that a person uses the application with; in `npm test` the same engine without the application around it, for two thirds of the work. */
export const personsBrowser = sharedBrowser(isWhole ? { whole: true } : { isOnline: true })

const pools = new Map<string, PlayPool>()

/** Pages in which components are acted on, kept from one test to the next that asks for the same. */
export function playPool(options: PoolOptions): PlayPool {
  const key = JSON.stringify(options)
  const kept = pools.get(key)
  if (kept) return kept
  const pool = new PlayPool(engineBrowser, options)
  closeAtEnd(() => pool.close())
  pools.set(key, pool)
  return pool
}
