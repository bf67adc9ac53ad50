// What each test file costs: told after every run, and kept in the repository as of the last landing.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { HOME } from '../ensure.mjs'
import { slowerThan } from './slowerThan.mjs'

const KEPT = join(HOME, 'tests', 'times.json')
const kept = () => (existsSync(KEPT) ? JSON.parse(readFileSync(KEPT, 'utf8')) : { lanes: {}, files: {} })

/** @returns seconds and processor seconds by file, as they were kept */
export const keptTimes = () => kept().files

const round = (number) => Math.round(number * 10) / 10
const sum = (all) => ({
  seconds: round(all.reduce((total, { seconds }) => total + seconds, 0)),
  processor: round(all.reduce((total, { processor }) => total + processor, 0)),
})

/** What lanes and files have cost in a run. @param gathered the file in which the run wrote it */
export function measured(gathered, lanes) {
  const all = existsSync(gathered)
    ? readFileSync(gathered, 'utf8')
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line))
    : []
  const times = all.filter(({ file }) => file !== undefined)
  return {
    lanes: Object.fromEntries(
      lanes.map(({ name, files }) => [name, sum(times.filter(({ file }) => files.includes(file)))]),
    ),
    files: Object.fromEntries(
      times
        .toSorted((a, b) => (a.file < b.file ? -1 : 1))
        .map(({ file, seconds, processor }) => [file, { seconds: round(seconds), processor: round(processor) }]),
    ),
    tests: all.filter(({ test }) => test !== undefined),
  }
}

/** Prints what was measured. @param withFiles each file too, and each test where that was measured (BRELT_TEST_EACH), the dearest first */
export function printTimes({ lanes, files, tests }, { withFiles = false } = {}) {
  const line = (name, { seconds, processor }) =>
    `${name.padEnd(46)} ${seconds.toFixed(1).padStart(7)} s ${processor.toFixed(1).padStart(7)} core-s\n`
  process.stdout.write('\nWhat each lane cost, in wall and processor seconds, all its processes together:\n')
  for (const [name, times] of Object.entries(lanes)) process.stdout.write(line(name, times))
  if (!withFiles) return
  for (const [file, times] of Object.entries(files).toSorted(([, a], [, b]) => b.processor - a.processor))
    process.stdout.write(line(`  ${file}`, times))
  for (const { test, ...times } of tests.toSorted((a, b) => b.processor - a.processor))
    process.stdout.write(line(`    ${test}`, times))
}

/** Lanes that have become slower since their times were kept, in words. */
export const slower = ({ lanes }) => slowerThan(lanes, kept().lanes)

export const keepTimes = ({ lanes, files }) => writeFileSync(KEPT, `${JSON.stringify({ lanes, files }, null, 2)}\n`)
