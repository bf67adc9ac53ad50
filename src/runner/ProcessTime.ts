import type { CDPSession } from 'puppeteer-core'

/** Processor time by process, in ms. */
export type TimeByProcess = ReadonlyMap<number, number>

// Both tell it in hundredths of a second, at slightly different moments.
const NEAR_S = 0.02

/** Processor time that a page's process has taken, as the browser tells it: a page that hangs cannot be asked. */
export class ProcessTime {
  #id: number | undefined

  /** @param root the session to the browser itself */
  constructor(
    private readonly root: CDPSession,
    private readonly session: CDPSession,
  ) {}

  /** Finds the page's process among the browser's, by how much time it has taken: the page knows that too. It must answer. */
  async identify(): Promise<void> {
    if (this.#id !== undefined) return
    const [{ metrics }, { processInfo }] = await Promise.all([
      this.session.send('Performance.getMetrics'),
      this.root.send('SystemInfo.getProcessInfo'),
    ])
    const own = metrics.find(({ name }) => name === 'ProcessTime')?.value
    if (own === undefined) return
    const near = processInfo.filter(({ type, cpuTime }) => type === 'renderer' && Math.abs(cpuTime - own) <= NEAR_S)
    // Several have taken as much while they are young: another time tells them apart.
    if (near.length === 1) this.#id = near[0]!.id
  }

  /** What the page's process has taken so far; what each has that shows pages, while it is not known which is the page's. */
  async taken(): Promise<TimeByProcess> {
    const all = await processTimes(this.root)
    return this.#id === undefined ? all : new Map([...all].filter(([id]) => id === this.#id))
  }
}

/** What each process of a browser has taken that shows pages. @param root a session to the browser itself */
export async function processTimes(root: CDPSession): Promise<TimeByProcess> {
  const { processInfo } = await root.send('SystemInfo.getProcessInfo')
  return new Map(processInfo.filter(({ type }) => type === 'renderer').map(({ id, cpuTime }) => [id, cpuTime * 1000]))
}

/** The most that any process has taken between two moments, in ms. */
export const mostBetween = (before: TimeByProcess, after: TimeByProcess): number =>
  Math.max(0, ...[...after].map(([id, time]) => time - (before.get(id) ?? 0)))
