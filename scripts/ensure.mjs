// Makes a clone ready to run: packages, browser, build. Uses Node's own modules only, since nothing may be installed yet.
import { execFileSync, spawnSync } from 'node:child_process'
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

function install() {
  if (timeOf(INSTALLED) >= timeOf(join(HOME, 'package-lock.json'))) return
  say('Installing packages …')
  execFileSync(npm, ['ci', '--no-audit', '--no-fund'], { cwd: HOME, stdio: ['ignore', 'ignore', 'inherit'] })
}

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

function ensureBrowser() {
  if (hasBrowser() && hasShell()) return
  const canInstall = existsSync('/usr/bin/apt-get') && process.getuid?.() === 0
  // A browser of the user's own is left as it is.
  if (canInstall && !(hasBrowser() && !existsSync('/usr/bin/chromium'))) {
    say('Installing Chromium from the distribution’s packages …')
    const options = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }
    spawnSync('apt-get', ['update', '-qq'], options)
    spawnSync('apt-get', ['install', '-y', '-qq', 'chromium', 'chromium-headless-shell', 'fonts-liberation'], options)
  }
  if (!hasBrowser()) {
    say('No Chromium or Chrome was found. Brelt opens and shows components without one; runs need it:')
    say('install one (Debian: sudo apt-get install chromium) or name its program in BRELT_CHROMIUM.')
  } else if (!hasShell()) {
    say('No headless shell was found: pages keep the time of scenarios themselves.')
    say('The engine keeps it with one (Debian: sudo apt-get install chromium-headless-shell).')
  }
}

/** The server of queues, for tests: it is started by them, and by nobody else. */
function ensureQueue() {
  if (hasProgram(['redis-server'])) return
  if (existsSync('/usr/bin/apt-get') && process.getuid?.() === 0) {
    say('Installing Redis from the distribution’s packages, for tests …')
    const options = {
      stdio: ['ignore', 'ignore', 'inherit'],
      // Nothing of it is to run by itself.
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' },
    }
    spawnSync('apt-get', ['update', '-qq'], options)
    spawnSync('apt-get', ['install', '-y', '-qq', 'redis-server'], options)
  }
  if (!hasProgram(['redis-server']))
    say('No Redis was found: tests of queues need it (Debian: apt-get install redis-server).')
}

async function build() {
  const changed = Math.max(...SOURCES.map((path) => newest(join(HOME, path))))
  const built = existsSync(STAMP) ? Number(readFileSync(STAMP, 'utf8')) : 0
  if (built >= changed && existsSync(join(HOME, 'dist', 'cli.mjs'))) return
  say('Building …')
  process.chdir(HOME)
  const { bundleAll } = await import(pathToFileURL(join(HOME, 'scripts', 'bundles.mjs')).href)
  await bundleAll()
  const next = join(HOME, 'node_modules', 'next', 'dist', 'bin', 'next')
  const { status, stdout } = spawnSync(process.execPath, [next, 'build'], {
    cwd: HOME,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  })
  if (status !== 0) {
    say(stdout)
    throw new Error('the build failed')
  }
  mkdirSync(dirname(STAMP), { recursive: true })
  writeFileSync(STAMP, String(changed))
}

/** Installs and builds what is missing or out of date. */
export async function ensure({ withBuild, withTests = false }) {
  install()
  ensureBrowser()
  if (withTests) ensureQueue()
  if (withBuild) await build()
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await ensure({ withBuild: process.argv.includes('--build'), withTests: process.argv.includes('--tests') })
