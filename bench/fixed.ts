import { spawn, execFileSync } from 'node:child_process'
import { join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { treeOf, type FileTree } from '@/core/sheet'
import { prepareLibrary, verifyLibrary } from '@/runner'

const COMPONENTS = 12

/** Components of a few cases each, in one context: what they cost is what a component costs before its first case. */
function manyComponents(count: number): FileTree {
  const one = (slug: string) => ({
    [`c/${slug}/${slug}.liquid`]: `<button class="${slug} is-{{ props.tone }}"><span>{{ props.tone }}</span></button>`,
    [`c/${slug}/${slug}.css`]: `.${slug} { padding: 4px 8px; border: 1px solid } .${slug}:hover { color: rgb(1, 2, 3) }`,
    [`c/${slug}/${slug}.sheet.yaml`]: `sheet: 1
name: ${slug}
source: { kind: markup, markup: ${slug}.liquid, styles: [${slug}.css] }
parts: { root: .${slug}, word: .${slug} span }
props: { tone: { type: choice, values: [a, b, c, d, e, f], default: a } }
axes: { tone: [a, b, c, d, e, f], state: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }
spec: [{ expect: { root: { padding-left: 8px, role: button }, word: { color: "not red" } } }]
`,
  })
  const files = Array.from({ length: count }, (_, at) => one(`part-${String.fromCharCode(97 + at)}`))
  return treeOf(Object.assign({ 'library.yaml': 'library: 1\nname: Bench' }, ...files) as Record<string, string>)
}

/** What a component of 12 cases costs in all, one after another with the browser up, in ms. */
export async function fixedCost(browser: Browser): Promise<number> {
  const prepared = await prepareLibrary(manyComponents(COMPONENTS + 1))
  // The first pays for what later ones find ready.
  await verifyLibrary(browser, { ...prepared, components: prepared.components.slice(0, 1) })
  const { milliseconds } = await verifyLibrary(browser, prepared, { workers: 1 })
  return milliseconds / prepared.components.length
}

export interface CommandCost {
  seconds: number
  /** Most memory of all processes together, what they share counted once, in MB. */
  memory: number
}

/** A whole run from the command line, browser included. */
export async function commandCost(...given: string[]): Promise<CommandCost> {
  const start = performance.now()
  const run = spawn(process.execPath, [join('dist', 'cli.mjs'), 'verify', ...given], {
    stdio: 'ignore',
    env: { ...process.env, BRELT_HOME: process.cwd(), NODE_OPTIONS: '' },
  })
  let memory = 0
  const watch = setInterval(() => (memory = Math.max(memory, memoryOf(run.pid!))), 250)
  await new Promise((done) => run.once('exit', done))
  clearInterval(watch)
  return { seconds: (performance.now() - start) / 1000, memory }
}

/** Proportional memory of a process and all below it, in MB; 0 where the system does not tell. */
function memoryOf(pid: number): number {
  try {
    const script = `tree() { echo $1; for c in $(pgrep -P $1); do tree $c; done; }; for p in $(tree ${pid}); do awk '/^Pss:/{print $2}' /proc/$p/smaps_rollup 2>/dev/null; done`
    const lines = execFileSync('bash', ['-c', script], { encoding: 'utf8' }).trim().split('\n')
    return Math.round(lines.reduce((sum, line) => sum + Number(line || 0), 0) / 1000)
  } catch {
    return 0
  }
}
