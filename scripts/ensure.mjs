// Makes a clone ready to run: packages, browser, build. Uses Node's own modules only, since nothing may be installed yet.
import { spawn } from 'node:child_process'
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { delimiter, dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

export const HOME = join(dirname(fileURLToPath(import.meta.url)), '..')
const INSTALLED = join(HOME, 'node_modules', '.package-lock.json')
const STAMP = join(HOME, '.next', 'brelt-build')
const SOURCES = [
  'src',
  'scripts',
  'package.json',
  'package-lock.json',
  'next.config.mjs',
  'postcss.config.mjs',
  'tsconfig.json',
]

const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
const timeOf = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0)
const say = (text) => process.stderr.write(`${text}\n`)

function newest(path) {
  const stat = existsSync(path) ? statSync(path) : undefined
  if (!stat) return 0
  if (!stat.isDirectory()) return stat.mtimeMs
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((name) => !/\.test\.tsx?$/.test(name))
      .map((name) => newest(join(path, name))),
  )
}

const isInstalled = () => timeOf(INSTALLED) >= timeOf(join(HOME, 'package-lock.json'))

const install = () => run(npm, ['ci', '--no-audit', '--no-fund', '--loglevel=error'])

/** Whether one of some programs can be run. */
function hasProgram(names) {
  const places = (process.env.PATH ?? '').split(delimiter).flatMap((folder) => names.map((name) => join(folder, name)))
  return places.some((path) => {
    try {
      accessSync(path, constants.X_OK)
      return true
    } catch {
      return false
    }
  })
}

const hasBrowser = () =>
  process.env.BRELT_CHROMIUM !== undefined ||
  hasProgram(['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable', 'chrome']) ||
  existsSync('/Applications/Google Chrome.app') ||
  existsSync('/Applications/Chromium.app')

/** The browser whose time and frames can be driven; without one, pages keep the time of scenarios themselves. */
const hasShell = () =>
  process.env.BRELT_HEADLESS_SHELL !== undefined ||
  hasProgram(['chromium-headless-shell', 'chrome-headless-shell', 'headless_shell'])

const canInstall = () => existsSync('/usr/bin/apt-get') && process.getuid?.() === 0
// A browser of the user's own is left as it is.
const mayInstallBrowser = () => canInstall() && !(hasBrowser() && !existsSync('/usr/bin/chromium'))

/** Installs packages of the distribution. None of them is to run by itself. */
async function fromDistribution(...packages) {
  const environment = { DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' }
  // What cannot be installed is told afterwards, by what is missing.
  await run('apt-get', ['update', '-qq'], environment).catch(() => {})
  await run('apt-get', ['install', '-y', '-qq', ...packages], environment).catch(() => {})
}

function tellOfBrowser() {
  if (!hasBrowser()) {
    say('No Chromium or Chrome was found. Brelt opens and shows components without one; runs need it:')
    say('install one (Debian: sudo apt-get install chromium) or name its program in BRELT_CHROMIUM.')
  } else if (!hasShell()) {
    say('No headless shell was found: pages keep the time of scenarios themselves.')
    say('The engine keeps it with one (Debian: sudo apt-get install chromium-headless-shell).')
  }
}

const newestSource = () => Math.max(...SOURCES.map((path) => newest(join(HOME, path))))

function isBuilt() {
  const built = existsSync(STAMP) ? Number(readFileSync(STAMP, 'utf8')) : 0
  return built >= newestSource() && existsSync(join(HOME, 'dist', 'cli.mjs'))
}

async function build() {
  const changed = newestSource()
  process.chdir(HOME)
  const { bundleAll } = await import(pathToFileURL(join(HOME, 'scripts', 'bundles.mjs')).href)
  await bundleAll()
  const next = join(HOME, 'node_modules', 'next', 'dist', 'bin', 'next')
  await run(process.execPath, [next, 'build'], { NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' })
  mkdirSync(dirname(STAMP), { recursive: true })
  writeFileSync(STAMP, String(changed))
}

/** Runs a program, and shows what it says only where it fails. */
function run(program, given, environment = {}) {
  return new Promise((done, fail) => {
    const child = spawn(program, given, {
      cwd: HOME,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...environment },
    })
    const told = []
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => told.push(text))
    child.once('error', fail)
    child.once('exit', (code) => {
      if (code === 0) return done()
      say(Buffer.concat(told).toString())
      fail(new Error(`${program} ${given[0]} ended with ${code}`))
    })
  })
}

// Often enough to be seen to go on.
const TOLD_EVERY_MS = 1000
// Where nobody watches, a line says enough.
const TOLD_EVERY_PIPED_MS = 30_000

/** Does a step and tells how long it takes: on a terminal in one line that changes, else in lines of its own. */
async function told(title, work) {
  const start = Date.now()
  const seconds = () => `${Math.round((Date.now() - start) / 1000)} s`
  const { isTTY } = process.stderr
  const tell = () => process.stderr.write(isTTY ? `\r\x1b[2K${title} … ${seconds()}` : `${title} … ${seconds()}\n`)
  if (!isTTY) say(`${title} …`)
  const telling = setInterval(tell, isTTY ? TOLD_EVERY_MS : TOLD_EVERY_PIPED_MS)
  try {
    await work()
  } finally {
    clearInterval(telling)
    process.stderr.write(`${isTTY ? '\r\x1b[2K' : ''}${title}: ${seconds()}\n`)
  }
}

/** What is to be installed, at once: npm waits for its registry while the distribution unpacks. */
function installing({ withTests }) {
  const needsBrowser = !(hasBrowser() && hasShell()) && mayInstallBrowser()
  // It is started by tests, and by nobody else.
  const needsRedis = withTests && !hasProgram(['redis-server']) && canInstall()
  const fromThere = [
    ...(needsBrowser ? ['chromium', 'chromium-headless-shell', 'fonts-liberation'] : []),
    ...(needsRedis ? ['redis-server'] : []),
  ]
  const names = [needsBrowser && 'Chromium', needsRedis && 'Redis, for tests,'].filter(Boolean).join(' and ')
  const wanted = [
    isInstalled() ? undefined : ['packages', install],
    fromThere.length > 0
      ? [`${names} from the distribution’s packages`, () => fromDistribution(...fromThere)]
      : undefined,
  ].filter(Boolean)
  const doAll = () => Promise.all(wanted.map(([, work]) => work()))
  return [`Installing ${wanted.map(([title]) => title).join(', and ')}`, wanted.length > 0 ? doAll : undefined]
}

/** Installs and builds what is missing or out of date. */
export async function ensure({ withBuild, withTests = false }) {
  const steps = [
    installing({ withTests }),
    ['Building the application', withBuild && !(isInstalled() && isBuilt()) ? build : undefined],
  ].filter(([, work]) => work)
  for (const [at, [title, work]] of steps.entries()) await told(`${at + 1}/${steps.length} ${title}`, work)
  if (withBuild) tellOfBrowser()
  if (withTests && !hasProgram(['redis-server']))
    say('No Redis was found: tests of queues need it (Debian: apt-get install redis-server).')
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await ensure({ withBuild: process.argv.includes('--build'), withTests: process.argv.includes('--tests') })
