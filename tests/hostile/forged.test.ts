import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { prepareLibrary, verifyLibrary } from '@/runner'
import type { CaseResult } from '@/core/plan'
import { testBrowser } from '../support/library'
import { playTree } from '../support/scenarios'
import { forgerFiles, FORGERS } from './forgers'

const browser = testBrowser({ afterAll })
const ways = Object.keys(FORGERS).map((way, index) => [way, `way-${index}`] as const)

/** All that may be read of such a component, by what is wrongly expected of it; `unread` where its code broke its own page. */
const TRUTH: Readonly<Record<string, string>> = {
  'root width': '40px',
  'root color': 'rgb(1, 2, 3)',
  'label text': 'real',
  'label attr(title)': 'real',
  'root background-color': 'rgb(0, 128, 0)',
}

describe('no result is forged by what is judged', () => {
  const cases = new Map<string, CaseResult[]>()
  beforeAll(async () => {
    await verifyLibrary(await browser(), await prepareLibrary(treeOf(forgerFiles())), {
      onCase: (slug, result) => cases.set(slug, [...(cases.get(slug) ?? []), result]),
    })
  }, 180_000)

  test.each(ways)('by %s', (_, slug) => {
    const read = cases.get(slug)!.flatMap(({ key, checks }) =>
      checks.map(({ part, reading, verdict, measured, reason }) => {
        const isTrue = measured === TRUTH[`${part} ${reading}`]
        return `${key} ${part} ${reading}: ${verdict === 'misses' && isTrue ? 'true' : `${verdict} ${measured} ${reason}`}`
      }),
    )
    expect(read.length).toBe(9)
    expect(read.filter((line) => !line.endsWith(': true'))).toEqual([])
  })

  test.each(['engine', 'page'] as const)(
    'in scenarios, by the %s clock',
    async (clock) => {
      const results = await playTree(treeOf(forgerFiles()), { clock })
      const read = ways.map(([, slug]) =>
        [0, 1, 2].map((lie) => {
          const { steps } = results.get(`${slug} ${lie}`)!.performance
          return steps.flatMap(({ checks = [] }) => checks.map(({ measured }) => measured))[0] ?? steps.at(-1)?.message
        }),
      )
      expect(read).toEqual(ways.map(() => ['40px', 'real', 'rgb(0, 128, 0)']))
    },
    180_000,
  )
})
