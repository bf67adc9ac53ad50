import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { createClient } from '@libsql/client'
import { ROUTES, type LibraryStates } from '@/contract'
import { runEventSchema, type Definition, type SaveAnswer } from '@/contract'
import { until } from '../tests/support/until'

/**
 * Kills Brelt again and again in the middle of its work, and counts what is lost: the server in a save, the server in a run, the
 * browser in a run, the command line in a run. `npm run kills -- --times 25 --way "command line"`
 */
const { values } = parseArgs({ options: { times: { type: 'string', default: '25' }, way: { type: 'string' } } })
const times = Number(values.times)
const home = process.cwd()
const data = mkdtempSync(join(tmpdir(), 'brelt-kills-'))
const store = join(data, 'brelt.db')
// Of two of them pictures are taken.
const COMPONENTS = ['hut-card', 'lamp-switch', 'gear-hint']
const print = (text: string) => process.stdout.write(text + '\n')
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))
const random = (from: number, to: number) => from + Math.random() * (to - from)

const freePort = () =>
  new Promise<number>((answer) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => answer(port))
    })
  })
const port = await freePort()
const env = { ...process.env, BRELT_DATA: store, BRELT_HOME: home, NEXT_TELEMETRY_DISABLED: '1', NODE_OPTIONS: '' }

let server: ChildProcess | undefined
async function start(): Promise<void> {
  const ready = spawnSync(process.execPath, ['dist/cli.mjs', 'set-up'], { env, encoding: 'utf8' })
  if (ready.status !== 0) throw new Error(ready.stderr)
  const next = join(home, 'node_modules', 'next', 'dist', 'bin', 'next')
  const started = spawn(process.execPath, [next, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: home,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  server = started
  await new Promise<void>((done) => started.stdout.on('data', (text: Buffer) => text.includes('Ready in') && done()))
}

async function killServer(): Promise<void> {
  const ended = new Promise((done) => server!.once('exit', done))
  for (const pid of [...childrenOf(server!.pid!), server!.pid!]) kill(pid)
  await ended
}

function kill(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL')
  } catch {
    // it has ended by itself
  }
}

/** Processes below one, but for browsers: those end when nobody holds their pipe any more. */
const childrenOf = (pid: number, wanted = /node|next/): number[] =>
  spawnSync('ps', ['-o', 'pid=,comm=', '--ppid', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .map((line) => /^\s*(\d+) (.*)$/.exec(line))
    .flatMap((found) => (found && wanted.test(found[2]!) ? [Number(found[1])] : []))

async function ask<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
  const response = await fetch(`http://127.0.0.1:${port}${path}`, {
    method,
    ...(body !== undefined && { body: JSON.stringify(body) }),
  })
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}

async function isWhole(): Promise<boolean> {
  const client = createClient({ url: `file:${store}` })
  const { rows } = await client.execute('PRAGMA integrity_check')
  client.close()
  return rows[0]?.integrity_check === 'ok'
}

const states = () => ask<LibraryStates>('/api/libraries/firnline/states')
// What is kept would not be read again: nothing would go on when the kill comes.
const begin = () =>
  ask<{ run: string }>('/api/libraries/firnline/runs', 'POST', { components: COMPONENTS, fresh: true })

/** Follows a run to its end. */
async function endOf(run: string): Promise<string> {
  const response = await fetch(`http://127.0.0.1:${port}/api/runs/${run}/events`)
  const text = await response.text()
  const last = text
    .trim()
    .split('\n\n')
    .at(-1)!
    .replace(/^data: /, '')
  const event = runEventSchema.parse(JSON.parse(last))
  return event.type === 'end' ? event.state : event.type
}

/** What runs have found of the components, for comparing. */
const foundIn = ({ components, pictures }: LibraryStates) =>
  JSON.stringify([
    pictures,
    ...components
      .filter(({ slug }) => COMPONENTS.includes(slug))
      .map(({ slug, marks, scenarios, findings }) => [
        slug,
        marks.toSorted(),
        scenarios.map(({ name, verdict }) => [name, verdict]).toSorted(),
        findings,
      ])
      .toSorted(([a], [b]) => String(a).localeCompare(String(b))),
  ])

interface Tally {
  kills: number
  lost: number
  corrupt: number
  broken: number
  notes: Map<string, number>
}
const tally = (): Tally => ({ kills: 0, lost: 0, corrupt: 0, broken: 0, notes: new Map() })
const note = ({ notes }: Tally, what: string) => notes.set(what, (notes.get(what) ?? 0) + 1)
const tell = (name: string, { kills, lost, corrupt, broken, notes }: Tally) =>
  print(
    `${name}: ${kills} kills, ${lost} lost, ${corrupt} corrupt, ${broken} neither whole nor resumable (${[...notes].map(([what, count]) => `${what} ${count}`).join(', ')})`,
  )

async function inSaves(result: Tally) {
  for (let round = 0; round < times; round++) {
    const { base, file, texts } = await ask<Definition>('/api/libraries/firnline/components/hut-card/define')
    let head = base
    let told = texts[file]!
    let sent: string
    const until = pause(random(20, 400)).then(() => 'kill' as const)
    for (let save = 0; ; save++) {
      sent = `${told.replace(/# save .*\n/g, '')}# save ${round} ${save}\n`
      const saving = ask<SaveAnswer>('/api/libraries/firnline/components/hut-card/save', ROUTES.save.method, {
        base: head,
        texts: { [file]: sent },
      })
      saving.catch(() => {}) // the server dies under it
      const first = await Promise.race([saving, until])
      if (first === 'kill') break
      if (first.kind !== 'saved') throw new Error(JSON.stringify(first))
      head = first.revision
      told = sent
    }
    await killServer()
    result.kills++
    if (!(await isWhole())) result.corrupt++
    await start()
    const after = await ask<Definition>('/api/libraries/firnline/components/hut-card/define')
    const stands = after.texts[file]
    if (stands === told) note(result, 'as last told')
    else if (stands === sent) note(result, 'with the save under way')
    else result.lost++
  }
}

async function inRuns(result: Tally, wanted: string) {
  for (let round = 0; round < times; round++) {
    const { run } = await begin()
    await pause(random(200, 12_000))
    await killServer()
    result.kills++
    if (!(await isWhole())) result.corrupt++
    await start()
    const { unfinished } = await states()
    if (unfinished) {
      note(result, `${unfinished.state}, ${unfinished.whole} of ${COMPONENTS.length} components through:`)
      const resumed = await ask<{ run: string }>(`/api/libraries/firnline/runs/${unfinished.run}`, 'POST')
      if (resumed.run !== run || (await endOf(run)) !== 'done') result.broken++
    } else note(result, 'done before:')
    if (foundIn(await states()) !== wanted) result.lost++
  }
}

async function inBrowsers(result: Tally, wanted: string) {
  for (let round = 0; round < times; round++) {
    const { run } = await begin()
    await pause(random(200, 3000))
    const browsers = childrenOf(server!.pid!, /chrom/)
    const [victim] = browsers.toSorted(() => Math.random() - 0.5)
    if (victim === undefined) note(result, 'there was none')
    else {
      kill(victim)
      result.kills++
    }
    const state = await endOf(run)
    note(result, `run ${state}`)
    if (state !== 'done') result.broken++
    if (foundIn(await states()) !== wanted) result.lost++
  }
}

async function inCommands(result: Tally) {
  const out = join(data, 'report.json')
  const verify = () =>
    spawn(
      process.execPath,
      [
        'bin/brelt.mjs',
        'verify',
        'demo/firnline',
        '--fresh',
        '--pictures',
        '--component',
        ...COMPONENTS,
        '--format',
        'json',
        '--out',
        out,
      ],
      { env, stdio: 'ignore' },
    )
  for (let round = 0; round < times; round++) {
    rmSync(out, { force: true })
    const command = verify()
    await pause(random(200, 5000))
    const browsers = childrenOf(command.pid!, /chrom/)
    const ended = new Promise((done) => command.once('exit', done))
    command.kill('SIGKILL')
    await ended
    result.kills++
    if (existsSync(out)) {
      note(result, 'report written')
      try {
        JSON.parse(readFileSync(out, 'utf8'))
      } catch {
        result.broken++
      }
    } else note(result, 'no report')
    // Nobody is to find browsers that nobody uses.
    const isGone = (pid: number) =>
      spawnSync('ps', ['-o', 'stat=', '-p', String(pid)], { encoding: 'utf8' })
        .stdout.trim()
        .replace(/^Z.*/, '') === ''
    if (!(await until(() => Promise.resolve(browsers.every(isGone)), Boolean))) note(result, 'browsers left')
    if (!(await isWhole())) result.corrupt++
  }
}

try {
  await start()
  await endOf((await begin()).run)
  const wanted = foundIn(await states())
  const ways: [string, (result: Tally) => Promise<void>][] = [
    ['the server in a run', (result) => inRuns(result, wanted)],
    ['the browser in a run', (result) => inBrowsers(result, wanted)],
    ['the command line in a run', inCommands],
    ['the server in a save', inSaves],
  ]
  for (const [name, way] of ways.filter(([name]) => name.includes(values.way ?? ''))) {
    const result = tally()
    await way(result)
    tell(name, result)
    if (result.lost + result.corrupt + result.broken > 0) process.exitCode = 1
  }
} finally {
  await killServer()
  rmSync(data, { recursive: true, force: true })
}
