import { spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
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

// Going through the pages of twenty processes takes its share of the machine that is measured.
const MEMORY_EVERY_MS = 1000

export interface CommandCost {
  seconds: number
  /** Most memory of all processes together, what they share counted once, in MB. */
  memory: number
}

/** A whole run from the command line, browser included; nothing that is kept is taken. */
export async function commandCost(...given: string[]): Promise<CommandCost> {
  const start = performance.now()
  const run = spawn(process.execPath, [join('dist', 'cli.mjs'), 'verify', '--fresh', ...given], {
    stdio: 'ignore',
    env: { ...process.env, BRELT_HOME: process.cwd(), NODE_OPTIONS: '' },
  })
  let memory = 0
  const watch = setInterval(() => (memory = Math.max(memory, memoryOf(run.pid!))), MEMORY_EVERY_MS)
  await new Promise((done) => run.once('exit', done))
  clearInterval(watch)
  return { seconds: (performance.now() - start) / 1000, memory }
}

/** Proportional memory of a process and all below it, in MB; 0 where the system does not tell. */
function memoryOf(root: number): number {
  try {
    const parents = readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .map((name) => [Number(name), parentOf(name)] as const)
    const family = new Set([root])
    for (let size = 0; size < family.size;) {
      size = family.size
      for (const [pid, parent] of parents) if (family.has(parent)) family.add(pid)
    }
    return Math.round([...family].reduce((sum, pid) => sum + proportionalOf(pid), 0) / 1000)
  } catch {
    return 0
  }
}

function parentOf(pid: string): number {
  return Number(fieldOf(`/proc/${pid}/status`, /^PPid:\s+(\d+)/m))
}

const proportionalOf = (pid: number) => Number(fieldOf(`/proc/${pid}/smaps_rollup`, /^Pss:\s+(\d+)/m))

/** A process may have ended since it was listed. */
function fieldOf(file: string, pattern: RegExp): string {
  try {
    return pattern.exec(readFileSync(file, 'utf8'))?.[1] ?? '0'
  } catch {
    return '0'
  }
}
