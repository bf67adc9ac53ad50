import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { LibraryEvent, RunEvent } from '@/contract'
import { componentStates } from '@/server'
import { testActs, type Acts } from '../support/workspace'
import { until } from '../support/until'

/** Who hears of a run that somebody has started. There is no browser here: each run ends at once, and says why. */

const FILES = (name: string) => ({
  'library.yaml': `library: 1\nname: ${name}\n`,
  'components/peg/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid }
spec: [{ expect: { root: { display: block } } }]
`,
  'components/peg/peg.liquid': '<p>Peg</p>\n',
})

const begun = testActs({ beforeAll, afterAll })
let acts: Acts
let pegs: string
let told: LibraryEvent[]
let count = 0
beforeAll(() => {
  acts = begun()
})
beforeEach(async () => {
  pegs = await acts.stored(FILES(`Run pegs ${++count}`))
  told = []
  acts.workspace.events.listen(pegs, (event) => told.push(event))
})

const runsTold = () => told.flatMap(({ run }) => (run ? [run] : []))
const tells = (least: number) =>
  until(
    () => Promise.resolve(runsTold()),
    (runs) => runs.length >= least,
  )
/** All that is told of a run to whoever listens to it. */
const heard = (run: string): RunEvent[] => {
  const events: RunEvent[] = []
  acts.workspace.runs.listen(run, (event) => events.push(event))
  return events
}

describe('every view of a library hears', () => {
  test('that a run of it begins, and that it has ended; nothing of it has changed by that', async () => {
    const id = acts.workspace.runs.start(pegs, undefined)
    expect(await tells(2)).toEqual([
      { id, isGoing: true },
      { id, isGoing: false },
    ])
    const { record } = (await acts.workspace.open(pegs))!
    for (const event of told) expect(event).toMatchObject({ fingerprint: record.fingerprint, components: [] })
  })

  test('of its own library only', async () => {
    const others = await acts.stored(FILES(`Other pegs ${count}`))
    const ofOthers: LibraryEvent[] = []
    acts.workspace.events.listen(others, (event) => ofOthers.push(event))
    acts.workspace.runs.start(pegs, undefined)
    await tells(2)
    expect(ofOthers).toEqual([])
  })

  test('no more, once it has stopped listening', async () => {
    let heardOf = 0
    const stop = acts.workspace.events.listen(pegs, () => heardOf++)
    stop()
    acts.workspace.runs.start(pegs, undefined)
    await tells(2)
    expect(heardOf).toBe(0)
  })

  test('why the folder cannot be read, also when a run is told', async () => {
    const linked = await acts.linked(FILES(`Linked pegs ${count}`))
    writeFileSync(join(linked.folder, 'library.yaml'), 'library: [')
    await acts.workspace.links.sync(linked.id)
    acts.workspace.events.listen(linked.id, (event) => told.push(event))
    acts.workspace.runs.start(linked.id, undefined)
    await tells(2)
    for (const { problem } of told.filter(({ run }) => run)) expect(problem).toMatch(/^library\.yaml:1:/)
  })
})

describe('whoever follows a run', () => {
  test('is told its end, with the reason, at whatever moment it asks', async () => {
    const id = acts.workspace.runs.start(pegs, undefined)
    const early = heard(id)
    await tells(2)
    const end = { type: 'end', state: 'failed', problem: expect.stringContaining('there is no browser here') }
    expect(early.at(-1)).toMatchObject(end)
    expect(heard(id)).toEqual([expect.objectContaining(end)])
  })

  test('gets the run that is going on where it asks for another', async () => {
    const first = acts.workspace.runs.start(pegs, undefined)
    expect(acts.workspace.runs.start(pegs, ['peg'])).toBe(first)
    await tells(2)
    expect(acts.workspace.runs.start(pegs, undefined)).not.toBe(first)
    await tells(4)
  })

  test('is not told of one that there never was', () => {
    expect(acts.workspace.runs.listen('none', () => {})).toBeUndefined()
    expect(acts.workspace.runs.stop('none')).toBe(false)
  })

  test('finds no results of it: a component that nobody could read is open', async () => {
    acts.workspace.runs.start(pegs, undefined)
    await tells(2)
    expect(acts.workspace.runs.going(pegs)).toBeUndefined()
    const { components } = (await componentStates(acts.workspace, pegs))!
    expect(components.flatMap(({ marks }) => marks)).toEqual([])
  })
})

describe('a library that is watched', () => {
  test('is verified at once and after each change, and not by its own runs', async () => {
    acts.workspace.watching.set(pegs, true)
    await tells(2)
    const { fingerprint } = (await acts.workspace.open(pegs))!.record
    acts.workspace.events.tell(pegs, { fingerprint, components: [] })
    const runs = await tells(4)
    expect(runs.map(({ isGoing }) => isGoing)).toEqual([true, false, true, false])
    acts.workspace.watching.set(pegs, false)
    acts.workspace.events.tell(pegs, { fingerprint, components: [] })
    acts.workspace.runs.start(pegs, undefined)
    // One run more, that was asked for.
    expect(await tells(6)).toHaveLength(6)
    expect(acts.workspace.watching.isWatched(pegs)).toBe(false)
  })

  test('is not verified while its folder cannot be read', async () => {
    acts.workspace.watching.set(pegs, true)
    await tells(2)
    acts.workspace.events.tell(pegs, { fingerprint: '', components: [], problem: 'library.yaml:1:1: broken' })
    acts.workspace.watching.set(pegs, false)
    expect(acts.workspace.runs.going(pegs)).toBeUndefined()
    expect(runsTold()).toHaveLength(2)
  })
})
