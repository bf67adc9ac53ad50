import { beforeAll, describe, expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { prepareLibrary, verifyLibrary } from '@/runner'
import type { CaseResult } from '@/core/plan'
import type { ClockKind } from '@/stage'
import { playTree } from '../../support/scenarios'
import { isWhole } from '../../support/extent'
import { forgerFiles, FORGERS } from './forgers'
import { KINDS, type Kind } from './ofKind'
import { engineBrowser } from '../../support/browsers'

const ways = Object.keys(FORGERS).map((way, index) => [way, `way-${index}`] as const)

/** One of each sort of thing that is replaced; `npm run hostile` takes all, of each kind of component. */
const SOME: Record<Kind, string[]> = {
  markup: ['computed styles', 'boxes', 'JSON', 'the stage itself'],
  react: ['JSON'],
  element: ['arrays'],
}

/** All that may be read of such a component, by what is wrongly expected of it; `unread` where its code broke its own page. */
const TRUTH: Readonly<Record<string, string>> = {
  'root width': '40px',
  'root color': 'rgb(1, 2, 3)',
  'label text': 'real',
  'label attr(title)': 'real',
  'root background-color': 'rgb(0, 128, 0)',
}

/** React writes texts by what this way takes from it: there is none. */
const truthOf = (kind: Kind, slug: string): Readonly<Record<string, string>> =>
  kind === 'react' && ways[Number(slug.slice(4))]![0] === 'texts' ? { ...TRUTH, 'label text': '' } : TRUTH
const LOOKED = ['root width', 'label text', 'root background-color']

const CLOCKS: Record<Kind, ClockKind[]> = { markup: ['engine', 'page'], react: ['engine'], element: ['page'] }

describe.each(KINDS)('no result is forged by what is judged, of kind %s', (kind) => {
  const chosen = isWhole ? ways : ways.filter(([way]) => SOME[kind].includes(way))
  const components = chosen.map(([, slug]) => slug)
  const cases = new Map<string, CaseResult[]>()
  beforeAll(async () => {
    await verifyLibrary(await engineBrowser(), await prepareLibrary(treeOf(forgerFiles(kind)), { components }), {
      onCase: (slug, result) => cases.set(slug, [...(cases.get(slug) ?? []), result]),
    })
  })

  test.each(chosen)('by %s', (_, slug) => {
    const read = cases.get(slug)!.flatMap(({ key, checks }) =>
      checks.map(({ part, reading, verdict, measured, reason }) => {
        const isTrue = measured === truthOf(kind, slug)[`${part} ${reading}`]
        return `${key} ${part} ${reading}: ${verdict === 'misses' && isTrue ? 'true' : `${verdict} ${measured} ${reason}`}`
      }),
    )
    expect(read.length).toBe(9)
    expect(read.filter((line) => !line.endsWith(': true'))).toEqual([])
  })

  test.each(isWhole ? CLOCKS.markup : CLOCKS[kind])(
    'in scenarios, by the %s clock',
    async (clock) => {
      const results = await playTree(treeOf(forgerFiles(kind)), { clock, components })
      const read = chosen.map(([, slug]) =>
        [0, 1, 2].map((lie) => {
          const { steps } = results.get(`${slug} ${lie}`)!.performance
          return steps.flatMap(({ checks = [] }) => checks.map(({ measured }) => measured))[0] ?? steps.at(-1)?.message
        }),
      )
      expect(read).toEqual(chosen.map(([, slug]) => LOOKED.map((what) => truthOf(kind, slug)[what])))
    },
    180_000,
  )
})
