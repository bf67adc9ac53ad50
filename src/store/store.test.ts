import { spawnSync } from 'node:child_process'
import { hostname } from 'node:os'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { testStore } from '../../tests/support/store'
import { eq } from 'drizzle-orm'
import type { CheckResult } from '@/core/plan'
import { BadInput } from '@/core/problem'
import { ComponentTally } from '@/core/report'
import { textOf, treeOf } from '@/core/sheet'
import { runs } from './schema'
import {
  beat,
  caseChecks,
  caseMarks,
  findLibrary,
  importTree,
  LibraryExists,
  latestStates,
  libraryId,
  markInterrupted,
  RunRecorder,
  treeOfLibrary,
  unfinishedRun,
  type Connection,
} from './index'

const store = testStore({ beforeAll, afterAll })
let connection: Connection
beforeAll(() => {
  connection = store()
})

const library = (name: string, about = 'one') =>
  treeOf({
    'library.yaml': `library: 1\nname: ${name}`,
    'components/t/t.sheet.yaml': `sheet: 1\nname: T\nabout: ${about}\nsource: { kind: markup, markup: t.liquid }`,
    'components/t/t.liquid': '<p>',
    'pixel.png': new Uint8Array([137, 80, 255, 0]),
  })

const check = (measured: string, verdict: CheckResult['verdict'] = 'holds'): CheckResult => ({
  part: 'root',
  reading: 'width',
  verdict,
  expectation: '1px',
  expected: '1px',
  measured,
  difference: '',
  rule: { index: 0, line: 1 },
  reason: '',
})

describe('libraries', () => {
  test('come back byte for byte', async () => {
    await importTree(connection, library('Bytes'), { author: 'me' })
    const tree = await treeOfLibrary(connection.db, 'bytes')
    expect(tree.paths).toEqual(library('Bytes').paths)
    expect([...tree.bytes('pixel.png')!]).toEqual([137, 80, 255, 0])
    expect(textOf(tree, 'components/t/t.liquid')).toBe('<p>')
  })

  test('a sheet that changed gets a revision, one that did not keeps its own', async () => {
    const first = await importTree(connection, library('Again'), { author: 'me' })
    const same = await importTree(connection, library('Again'), { author: 'me' })
    const changed = await importTree(connection, library('Again', 'two'), { author: 'me', as: 'state' })
    expect(same).toEqual(first)
    expect(changed.components[0]!.revision).toBeGreaterThan(first.components[0]!.revision)
    expect(changed.fingerprint).not.toBe(first.fingerprint)
  })

  test('a library whose name another one has replaces nothing unasked', async () => {
    const author = 'me'
    const first = await importTree(connection, library('Twin'), { author })
    const other = library('Twin', 'two')
    await expect(importTree(connection, other, { author })).rejects.toThrow(LibraryExists)
    expect(await findLibrary(connection.db, 'twin')).toEqual(first)
    const beside = await importTree(connection, other, { author, as: 'new' })
    expect([beside.id, beside.name]).toEqual(['twin-2', 'Twin (2)'])
    const third = await importTree(connection, library('Twin', 'three'), { author, as: 'new' })
    expect(third.id).toBe('twin-3')
    // What is known to be a library stays it, whatever its name says.
    const changed = await importTree(connection, library('Twin', 'four'), { author, into: 'twin-2' })
    expect([changed.id, changed.name]).toEqual(['twin-2', 'Twin (2)'])
    const renamed = await importTree(connection, library('Peak'), { author, into: 'twin-2' })
    expect([renamed.id, renamed.name]).toEqual(['twin-2', 'Peak'])
    const numbered = await importTree(connection, library('Peak 2'), { author })
    expect([numbered.id, numbered.name]).toEqual(['peak-2', 'Peak 2'])
    expect(await findLibrary(connection.db, 'twin')).toEqual(first)
  })

  test('a linked library is changed by its folder only', async () => {
    const author = 'me'
    const link = { author, folder: '/huts/bound' }
    const first = await importTree(connection, library('Bound'), link)
    const other = library('Bound', 'two')
    await expect(importTree(connection, other, { author, as: 'state' })).rejects.toThrow(/linked to \/huts\/bound/)
    await expect(importTree(connection, other, { ...link, folder: '/huts/else' })).rejects.toThrow(LibraryExists)
    expect(await findLibrary(connection.db, 'bound')).toEqual(first)
    const changed = await importTree(connection, other, link)
    expect([changed.id, changed.fingerprint === first.fingerprint]).toEqual(['bound', false])
  })

  test('bad input is refused and leaves what was there', async () => {
    await importTree(connection, library('Kept'), { author: 'me' })
    await expect(
      importTree(connection, treeOf({ 'library.yaml': 'library: 1\nname: Kept\nodd: 1' }), { author: 'me' }),
    ).rejects.toThrow(BadInput)
    expect((await findLibrary(connection.db, 'kept'))?.components).toHaveLength(1)
  })

  test('imports at the same time do not lock one another out', async () => {
    await Promise.all(
      Array.from({ length: 12 }, (_, at) => importTree(connection, library(`Lib ${at}`), { author: 'me' })),
    )
    expect(await findLibrary(connection.db, 'lib-11')).toMatchObject({ name: 'Lib 11' })
  })

  test.each([
    ['Firnline', 'firnline'],
    ['Hütte & Hut', 'hu-tte-hut'],
    ['!!!', 'library'],
  ])('%s has the address %s', (name, id) => expect(libraryId(name)).toBe(id))
})

describe('runs', () => {
  const run = async (id: string, at: number, keys: readonly string[], verdict: CheckResult['verdict'] = 'holds') => {
    const recorder = await RunRecorder.start(connection, {
      id,
      libraryId: 'runs',
      fingerprint: 'f',
      startedAt: new Date(at),
    })
    const tally = new ComponentTally('t', 'T', 'components/t/t.sheet.yaml', [])
    const shared = check('1px', verdict)
    for (const key of keys) {
      const result = { key, values: {}, checks: [shared, check(key)] }
      tally.add(result)
      recorder.addCase('t', result)
    }
    return { recorder, tally }
  }
  beforeAll(() => importTree(connection, library('Runs'), { author: 'me' }))

  test('keep every case with all that was read, and the latest run of a component counts', async () => {
    const old = await run('one', 1000, ['a', 'b'], 'misses')
    await old.recorder.endComponent(old.tally)
    await old.recorder.end({ state: 'done', milliseconds: 5 })
    const late = await run(
      'two',
      2000,
      Array.from({ length: 1200 }, (_, at) => `k${at}`),
    )
    await late.recorder.endComponent(late.tally)
    await late.recorder.end({ state: 'done', milliseconds: 7, browser: 'Chromium 1' })
    expect(await latestStates(connection.db, 'runs')).toMatchObject([
      { slug: 't', runId: 'two', state: 'done', browser: 'Chromium 1', findings: [] },
    ])
    expect(await caseMarks(connection.db, 'two', 't')).toHaveLength(1200)
    expect(await caseChecks(connection.db, 'two', 't', 'k7')).toEqual({ checks: [check('1px'), check('k7')] })
    expect(await caseChecks(connection.db, 'two', 't', 'none')).toBeUndefined()
    expect((await caseMarks(connection.db, 'one', 't'))[0]).toEqual({ key: 'a', mark: 'misses', misses: 1 })
  })

  const stateOf = async (id: string) =>
    (await connection.db.select({ state: runs.state }).from(runs).where(eq(runs.id, id)))[0]!.state
  const owned = (id: string, owner: string) =>
    connection.db
      .update(runs)
      .set({ owner, beatAt: new Date(5000) })
      .where(eq(runs.id, id))

  test('one whose process has ended is interrupted at once; one of another machine when it is silent for long', async () => {
    await run('three', 3000, ['a'])
    await markInterrupted(connection)
    expect(await stateOf('three')).toBe('running')
    await owned('three', 'another-machine 1')
    await markInterrupted(connection, new Date(15_000))
    expect(await stateOf('three')).toBe('running')
    await beat(connection, 'three', new Date(16_000))
    await markInterrupted(connection, new Date(30_000))
    expect(await stateOf('three')).toBe('running')
    await markInterrupted(connection, new Date(32_000))
    expect(await stateOf('three')).toBe('interrupted')
    await run('four', 4000, ['a'])
    const { pid } = spawnSync(process.execPath, ['-e', ''])
    await owned('four', `${hostname()} ${pid}`)
    await markInterrupted(connection, new Date(5000))
    expect(await stateOf('four')).toBe('interrupted')
    expect((await latestStates(connection.db, 'runs'))[0]!.runId).toBe('two')
  })

  test('one that was interrupted is taken up where it was, once, as long as the library is what it was', async () => {
    const { fingerprint } = (await findLibrary(connection.db, 'runs'))!
    const recorder = await RunRecorder.start(connection, {
      id: 'five',
      libraryId: 'runs',
      fingerprint,
      startedAt: new Date(9000),
      asked: ['t', 'u'],
    })
    for (const slug of ['t', 'u']) {
      const tally = new ComponentTally(slug, slug, `components/${slug}/${slug}.sheet.yaml`, [])
      const result = { key: 'a', values: {}, checks: [check(slug)] }
      tally.add(result)
      recorder.addCase(slug, result)
      await recorder.endComponent(tally)
    }
    await recorder.addScenarios(new ComponentTally('t', 't', 'components/t/t.sheet.yaml', []), true)
    expect(await unfinishedRun(connection.db, 'runs')).toBeUndefined()
    await owned('five', 'another-machine 1')
    await markInterrupted(connection)
    const left = (await unfinishedRun(connection.db, 'runs'))!
    expect(left).toMatchObject({ id: 'five', state: 'interrupted', asked: ['t', 'u'], whole: ['t'] })
    const again = (await RunRecorder.resume(connection, left))!
    expect(await RunRecorder.resume(connection, left)).toBeUndefined()
    expect(await caseMarks(connection.db, 'five', 'u')).toEqual([])
    again.addCase('u', { key: 'b', values: {}, checks: [check('later')] })
    await again.end({ state: 'stopped', milliseconds: 1 })
    expect(await caseChecks(connection.db, 'five', 't', 'a')).toEqual({ checks: [check('t')] })
    expect(await caseChecks(connection.db, 'five', 'u', 'b')).toEqual({ checks: [check('later')] })
    expect((await unfinishedRun(connection.db, 'runs'))!.state).toBe('stopped')
    await importTree(connection, library('Runs', 'changed'), { author: 'me', as: 'state' })
    expect(await unfinishedRun(connection.db, 'runs')).toBeUndefined()
  })
})
