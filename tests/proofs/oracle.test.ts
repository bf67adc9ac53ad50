import { afterAll, describe, expect, test } from '@jest/globals'
import type { Browser } from 'puppeteer-core'
import { compareFolder, compareSeed, printDifference } from './oracle/compare'
import { Oracle } from './oracle/Oracle'
import { engineBrowser } from '../support/browsers'
import { isWhole, thorough } from '../support/extent'

let oracle: Promise<Browser> | undefined
afterAll(async () => (await oracle)?.close())

const browsers = async () => ({ brelt: await engineBrowser(), oracle: await (oracle ??= Oracle.launch()) })

// Each showed a fault when it was first read: rendering that came later, styles added by script, states made by code,
// components that only a step brings in, shadow trees, documents of their own, the pointer on what lies in a slot.
const SEEDS = isWhole ? [2, 10, 13, 21, 22, 33] : [10, 22]

describe('what Brelt reads is what a plain document shows to a real pointer', () => {
  test.each(SEEDS)('in the library of seed %d', async (seed) => {
    const { compared, differences } = await compareSeed(await browsers(), seed, 3)
    expect(differences.map(printDifference)).toEqual([])
    expect(compared).toBeGreaterThan(100)
  })

  thorough('in Firnline', async () => {
    const { compared, differences } = await compareFolder(await browsers(), 'demo/firnline', { most: 2 })
    expect(differences.map(printDifference)).toEqual([])
    expect(compared).toBeGreaterThan(400)
  })
})
