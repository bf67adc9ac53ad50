/** What the files of one process of tests share, and what each of them cost. */
import { appendFileSync, readdirSync, readFileSync } from 'node:fs'

type Close = () => unknown

const closers: Close[] = []

/** Keeps something until the last file of this process has ended. */
export function closeAtEnd(close: Close): void {
  closers.push(close)
}

/** Ends all that files of this process shared. */
export async function closeAll(): Promise<void> {
  for (const close of closers.splice(0).reverse()) await close()
}

// A hundredth of a second, on every Linux that Node runs on.
const TICKS_PER_SECOND = 100

/** Processor seconds of this process and of all that came of it, those that have ended included; 0 where the system does not tell. */
export function processorSeconds(): number {
  const stats = new Map<number, { parent: number; ticks: number }>()
  try {
    for (const entry of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
      try {
        const text = readFileSync(`/proc/${entry}/stat`, 'utf8')
        // After the name, which may hold anything: state, parent …, and the four times from the twelfth on.
        const fields = text.slice(text.lastIndexOf(')') + 2).split(' ')
        const ticks = fields.slice(11, 15).reduce((sum, each) => sum + Number(each), 0)
        stats.set(Number(entry), { parent: Number(fields[1]), ticks })
      } catch {
        // It ended meanwhile: its parent tells of it.
      }
  } catch {
    return 0
  }
  const isOurs = (pid: number): boolean =>
    pid === process.pid || (stats.has(pid) && pid > 1 && isOurs(stats.get(pid)!.parent))
  const ours = [...stats].filter(([pid]) => isOurs(pid))
  return ours.reduce((sum, [, { ticks }]) => sum + ticks, 0) / TICKS_PER_SECOND
}

const begun = { file: { at: 0, processor: 0 }, test: { at: 0, processor: 0 } }

export function begin(what: keyof typeof begun): void {
  begun[what] = { at: Date.now(), processor: processorSeconds() }
}

/** Writes what a file or a test has cost where the program that runs the tests gathers it. */
export function end(what: keyof typeof begun, name: string): void {
  const times = process.env.BRELT_TEST_TIMES
  if (!times) return
  const { at, processor } = begun[what]
  // What a browser used that has been ended meanwhile is lost: it may have been kept since an earlier file.
  const cost = { seconds: (Date.now() - at) / 1000, processor: Math.max(0, processorSeconds() - processor) }
  appendFileSync(times, `${JSON.stringify({ [what]: name, ...cost })}\n`)
}
