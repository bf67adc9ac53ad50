import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { testStore } from '../../tests/support/store'
import type { CheckResult } from '@/core/plan'
import { ComponentTally } from '@/core/report'
import { treeOf } from '@/core/sheet'
import { flakyOf } from './flaky'
import {
  caseMarks,
  countsOfAll,
  deleteRun,
  importTree,
  latestStates,
  listRuns,
  pruneRuns,
  runManifest,
  runReports,
  RunRecorder,
  setRunKept,
  setRunsKept,
  type Connection,
} from '@/store'

const store = testStore({ beforeAll, afterAll })
let connection: Connection
beforeAll(() => {
  connection = store()
})

const library = (name: string, about = 'one') =>
  treeOf({
    'library.yaml': `library: 1\nname: ${name}`,
    'a.sheet.yaml': `sheet: 1\nname: A\nabout: ${about}\nsource: { kind: markup, markup: a.liquid }`,
    'a.liquid': '<p>',
  })
const check = (verdict: CheckResult['verdict']): CheckResult => ({
  ...{ part: 'root', reading: 'width', verdict, expectation: '1px', expected: '1px', measured: '2px' },
  ...{ difference: '', rule: { index: 0, line: 1 }, reason: '' },
})

type Verdicts = Readonly<Record<string, CheckResult['verdict']>>

/** A run of one case for each verdict, whole, and done unless it is said to be otherwise. */
async function record(
  libraryId: string,
  id: string,
  at: number,
  components: Readonly<Record<string, Verdicts>>,
  { fingerprint, isRunning = false }: { fingerprint?: string; isRunning?: boolean } = {},
) {
  const startedAt = new Date(at)
  const recorder = await RunRecorder.start(connection, { id, libraryId, fingerprint: 'f', startedAt })
  for (const [slug, cases] of Object.entries(components)) {
    const tally = new ComponentTally(slug, slug.toUpperCase(), `${slug}.sheet.yaml`, [])
    tally.fingerprint = fingerprint
    for (const [key, verdict] of Object.entries(cases)) {
      const result = { key, values: {}, checks: [check(verdict)] }
      tally.add(result)
      recorder.addCase(slug, result)
    }
    await recorder.endComponent(tally)
    await recorder.addScenarios(tally, true)
  }
  if (!isRunning) await recorder.end({ state: 'done', milliseconds: 5 })
}
const idsOf = async (libraryId: string, slug?: string) =>
  (await listRuns(connection.db, libraryId, slug)).map(({ id }) => id)

test('runs are listed with what they came to, whole and of one component', async () => {
  await importTree(connection, library('Listed'), { author: 'me' })
  await record('listed', 'l1', 1000, { a: { x: 'holds', y: 'misses' }, b: { z: 'unread' } })
  await importTree(connection, library('Listed', 'two'), { author: 'me', as: 'state' })
  await record('listed', 'l2', 2000, { b: { z: 'holds' } })
  expect(await idsOf('listed')).toEqual(['l2', 'l1'])
  expect(await idsOf('listed', 'a')).toEqual(['l1'])
  const [, first] = await listRuns(connection.db, 'listed')
  expect(countsOfAll(first!.components)?.cases).toEqual({ holds: 1, misses: 1, unread: 1, open: 0 })
  expect((await runReports(connection.db, 'l1')).map(({ slug, findings }) => [slug, findings.length])).toEqual([
    ['a', 1],
    ['b', 1],
  ])
  expect((await runReports(connection.db, 'l1', 'a'))[0]).toMatchObject({ name: 'A', cases: 2, sheet: 'a.sheet.yaml' })
  const [old, now] = [await runManifest(connection.db, 'l1'), await runManifest(connection.db, 'l2')]
  expect(Object.keys(old!)).toEqual(['a.liquid', 'a.sheet.yaml', 'library.yaml'])
  expect(Object.keys(old!).filter((path) => old![path] !== now![path])).toEqual(['a.sheet.yaml'])
})

test('a run is deleted with all that it found; one that goes on is not', async () => {
  await importTree(connection, library('Deleted'), { author: 'me' })
  await record('deleted', 'd1', 1000, { a: { x: 'misses' } })
  await record('deleted', 'd2', 2000, { a: { x: 'holds' } })
  await record('deleted', 'd3', 3000, {}, { isRunning: true })
  expect(await deleteRun(connection, { libraryId: 'deleted', id: 'd3' })).toBe(false)
  expect(await deleteRun(connection, { libraryId: 'listed', id: 'd2' })).toBe(false)
  expect(await deleteRun(connection, { libraryId: 'deleted', id: 'd2' })).toBe(true)
  expect(await deleteRun(connection, { libraryId: 'deleted', id: 'd2' })).toBe(false)
  expect(await idsOf('deleted')).toEqual(['d3', 'd1'])
  expect([await caseMarks(connection.db, 'd2', 'a'), await runReports(connection.db, 'd2')]).toEqual([[], []])
  // The component stands as the run before has found it.
  expect((await latestStates(connection.db, 'deleted'))[0]).toMatchObject({ runId: 'd1' })
})

test('the oldest go where there are too many, but none that somebody keeps or by which a component stands', async () => {
  await importTree(connection, library('Pruned'), { author: 'me' })
  await record('pruned', 'p1', 1000, { a: { x: 'holds' }, b: { x: 'holds' } })
  for (const at of [2, 3, 4, 5, 6]) await record('pruned', `p${at}`, at * 1000, { a: { x: 'holds' } })
  expect(await pruneRuns(connection, 'pruned')).toBe(0)
  await setRunKept(connection, { libraryId: 'pruned', id: 'p3' }, true)
  await setRunsKept(connection, 'pruned', 2)
  expect(await pruneRuns(connection, 'pruned')).toBe(2)
  expect(await idsOf('pruned')).toEqual(['p6', 'p5', 'p3', 'p1'])
  await setRunsKept(connection, 'pruned', 0)
  expect(await pruneRuns(connection, 'pruned')).toBe(0)
})

test.each<[string, [string | undefined, Verdicts][], string[]]>([
  [
    'the same verdicts',
    [
      ['f', { x: 'holds' }],
      ['f', { x: 'holds' }],
    ],
    [],
  ],
  [
    'another verdict after a change',
    [
      ['f', { x: 'holds' }],
      ['g', { x: 'misses' }],
    ],
    [],
  ],
  [
    'another verdict, and nothing had changed',
    [
      ['f', { x: 'holds', y: 'holds' }],
      ['g', { x: 'holds', y: 'holds' }],
      ['f', { x: 'misses', y: 'holds' }],
    ],
    ['case x: holds | misses, 1 miss'],
  ],
  [
    'nobody knows what it depends on',
    [
      [undefined, { x: 'holds' }],
      [undefined, { x: 'misses' }],
    ],
    [],
  ],
])('flaky: %s', async (name, looks, expected) => {
  const { id } = await importTree(connection, library(`Flaky ${name}`), { author: 'me' })
  for (const [at, [fingerprint, cases]] of looks.entries())
    await record(id, `${id} ${at}`, 1000 * at, { a: cases }, fingerprint === undefined ? {} : { fingerprint })
  const flaky = await flakyOf(connection.db, await listRuns(connection.db, id))
  expect(flaky.map(({ kind, what, came }) => `${kind} ${what}: ${came.map(({ as }) => as).join(' | ')}`)).toEqual(
    expected,
  )
})
