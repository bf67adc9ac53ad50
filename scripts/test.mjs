// Runs all tests, those named (npm test -- matrix), or those that what has changed reaches (--changed [COMMIT]).
// --keep-times keeps what each cost; options of Jest's own follow.
import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { HOME } from './ensure.mjs'
import { bundleParts } from './tests/bundle.mjs'
import { testsOfChanged } from './tests/changed.mjs'
import { installForeignPackages } from './tests/foreignPackages.mjs'
import { filesOf, FOREIGN, LANES } from './tests/lanes.mjs'
import { partsOf } from './tests/parts.mjs'
import { ORDER } from './tests/Sequencer.mjs'
import { keepTimes, measured, printTimes, slower } from './tests/times.mjs'

const OWN = ['--changed', '--keep-times']
const given = process.argv.slice(2)
// The one option whose value stands apart: a pattern of tests’ names.
const isPattern = (at) => given[at - 1] === '-t'
const words = given.filter((each, at) => !each.startsWith('-') && !isPattern(at))
const options = given.filter((each, at) => (each.startsWith('-') || isPattern(at)) && !OWN.includes(each))
// Components on engines that teams use, with packages of their own: `only` them, or `also` them.
const foreign = process.env.BRELT_FOREIGN
const lanes = foreign === 'only' ? [FOREIGN] : foreign === 'also' ? [...LANES, FOREIGN] : LANES
if (foreign) installForeignPackages()

/** The test files that are asked for, by lane. */
async function chosenFiles() {
  const reached = given.includes('--changed') ? new Set(await testsOfChanged(lanes, words[0])) : undefined
  const isWanted = (file) =>
    reached ? reached.has(file) : words.length === 0 || words.some((each) => file.includes(each))
  return lanes
    .map((lane) => ({ ...lane, files: filesOf(lane).filter(isWanted) }))
    .filter(({ files }) => files.length > 0)
}

const chosen = await chosenFiles()
if (chosen.length === 0) {
  const isChanged = given.includes('--changed')
  process.stderr.write(
    isChanged ? 'What has changed reaches no test.\n' : `No test file's path holds ${words.join(' or ')}.\n`,
  )
  process.exit(isChanged ? 0 : 1)
}

// Several runs may go on beside each other.
const folder = join(HOME, 'dist', 'tests', String(process.pid))
const parts = chosen.flatMap(partsOf).toSorted((a, b) => b.seconds - a.seconds)
const programs = await bundleParts(parts, folder)
writeFileSync(join(folder, ORDER), JSON.stringify(programs))
const gathered = join(folder, 'times.jsonl')
const configFile = join(folder, 'jest.config.json')
writeFileSync(
  configFile,
  JSON.stringify({
    rootDir: folder,
    testEnvironment: 'node',
    testMatch: programs,
    moduleFileExtensions: ['mjs', 'js', 'json', 'node'],
    transform: { '\\.mjs$': join(HOME, 'scripts', 'tests', 'transform.mjs') },
    testSequencer: join(HOME, 'scripts', 'tests', 'Sequencer.mjs'),
    // Wide, since it only tells how long a failing test takes: a busy machine is no fault.
    testTimeout: 300_000,
  }),
)
const jest = join(HOME, 'node_modules', 'jest', 'bin', 'jest.js')
// A part waits now and then, for a browser to start or for a limit to pass: two more than there are processors keep them busy.
const workers = `--maxWorkers=${availableParallelism() + 2}`
const { status } = spawnSync(process.execPath, [jest, '--config', configFile, workers, ...options], {
  cwd: HOME,
  stdio: 'inherit',
  env: {
    ...process.env,
    BRELT_HOME: HOME,
    BRELT_TEST_TIMES: gathered,
    // Why the engine itself gives up is told in a file: what it writes on its way out is lost with its pipe.
    NODE_OPTIONS: `--experimental-vm-modules --no-warnings --report-on-fatalerror --report-directory=${JSON.stringify(folder)}`,
    NEXT_TELEMETRY_DISABLED: '1',
  },
})
for (const each of readdirSync(folder).filter((name) => name.startsWith('report.'))) {
  const { header, nativeStack } = JSON.parse(readFileSync(join(folder, each), 'utf8'))
  const frames = nativeStack.slice(0, 12).map(({ symbol }) => `  ${symbol}`)
  process.stderr.write(`A process of tests went down: ${header.event}, ${header.trigger}\n${frames.join('\n')}\n`)
}
const times = measured(gathered, chosen)
printTimes(times, { withFiles: process.env.CI !== undefined || process.env.BRELT_TEST_FILES !== undefined })
const isWhole = words.length === 0 && options.length === 0 && !given.includes('--changed')
const faults = isWhole && process.env.CI !== undefined && process.env.BRELT_TESTS !== 'all' ? slower(times) : []
for (const fault of faults) process.stderr.write(`${fault}\n`)
if (given.includes('--keep-times') && isWhole && status === 0) keepTimes(times)
rmSync(folder, { recursive: true, force: true })
process.exit(status === 0 && faults.length > 0 ? 1 : (status ?? 1))
