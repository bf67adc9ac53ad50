import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import type { CaseResult } from '@/core/plan'
import { prepareLibrary, verifyLibrary } from '@/runner'
import { testBrowser } from '../support/library'
import { spoilerFiles, SPOILERS } from './spoilers'

const browser = testBrowser({ afterAll })

describe('a case spoils nothing but itself', () => {
  const cases = new Map<string, CaseResult[]>()
  beforeAll(async () => {
    await verifyLibrary(await browser(), await prepareLibrary(treeOf(spoilerFiles())), {
      onCase: (slug, result) => cases.set(slug, [...(cases.get(slug) ?? []), result]),
    })
  }, 300_000)

  test.each(Object.keys(SPOILERS).map((way, index) => [way, `way-${index}`] as const))('that %s', (_, slug) => {
    const told = new Map(
      cases.get(slug)!.map(({ key, checks }) => {
        const left = checks.find(({ verdict }) => verdict !== 'holds')
        return [key, left ? `${left.verdict}: ${left.reason || left.measured}` : 'holds']
      }),
    )
    const [one, two, three] = ['place=one', 'place=two', 'place=three'].map((key) => told.get(key))
    expect([one, two, three]).toEqual(['holds', 'holds', 'holds'])
    // It holds, misses, or says why it could not be read.
    expect(told.get('place=bad')).toMatch(/^holds$|^misses: |^unread: \S/)
  })
})
