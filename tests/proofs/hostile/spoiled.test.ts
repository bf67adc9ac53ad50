import { beforeAll, describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import type { CaseResult } from '@/core/plan'
import { prepareLibrary, verifyLibrary } from '@/runner'
import { isWhole } from '../../support/extent'
import { KINDS, type Kind } from './ofKind'
import { spoilerFiles, SPOILERS } from './spoilers'
import { engineBrowser } from '../../support/browsers'

const ways = Object.keys(SPOILERS).map((way, index) => [way, `way-${index}`] as const)
/** One of each sort: it throws, hangs, empties, leaves, breaks what others need. */
const SOME: Record<Kind, string[]> = {
  markup: [
    'throws',
    'loops for ever',
    'empties the page',
    'goes elsewhere',
    'breaks promises',
    'gives all objects a failure',
  ],
  react: ['throws'],
  element: ['empties the page'],
}

describe.each(KINDS)('a case of kind %s spoils nothing but itself', (kind) => {
  const chosen = isWhole ? ways : ways.filter(([way]) => SOME[kind].includes(way))
  const cases = new Map<string, CaseResult[]>()
  beforeAll(async () => {
    const components = chosen.map(([, slug]) => slug)
    await verifyLibrary(await engineBrowser(), await prepareLibrary(treeOf(spoilerFiles(kind)), { components }), {
      onCase: (slug, result) => cases.set(slug, [...(cases.get(slug) ?? []), result]),
    })
  })

  test.each(chosen)('that %s', (_, slug) => {
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
