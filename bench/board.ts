import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import type { FileTree } from '@/core/sheet'
import { startApp } from '../tests/support/app'
import { closeAll } from '../tests/support/shared'
import { benchLibrary } from './component'

/** Writes a library to the disk; returns its folder. */
export function onDisk(tree: FileTree): string {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-bench-'))
  for (const path of tree.paths) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), tree.bytes(path)!)
  }
  return folder
}

export interface BoardTimes {
  /** From opening the address to 500 live cases in sight, ms. */
  openMs: number
  /** The longest frame while 5,000 cases are scrolled through, and the one that 95 of 100 stay below, ms. */
  longestFrameMs: number
  usualFrameMs: number
  /** The most cases that were mounted at once then. */
  mostMounted: number
}

/** Measures the board in a browser: all 500 cases in one tall window, then 5,000 scrolled through in a usual one. */
export async function boardTimes(): Promise<BoardTimes> {
  const folders = [onDisk(benchLibrary(500)), onDisk(benchLibrary(5000))]
  const openMs = await inApp(folders[0]!, async (app) => {
    const warm = await app.open('/bench')
    await warm.close()
    const start = performance.now()
    const page = await app.open('/bench/berth/matrix', { width: 2000, height: 6500 })
    await page.waitForFunction(
      () => Number(document.querySelector<HTMLElement>('iframe[data-mounted]')?.dataset.mounted) === 500,
      { polling: 20, timeout: 60_000 },
    )
    return performance.now() - start
  })
  const scroll = await inApp(folders[1]!, async (app) => {
    const page = await app.open('/bench/berth/matrix')
    await page.waitForSelector('iframe[data-mounted]', { timeout: 60_000 })
    await new Promise((done) => setTimeout(done, 1500)) // what opening set going has come to rest
    return page.evaluate(async () => {
      const board = document.querySelector('[data-testid=board]')!
      const frames: number[] = []
      let [most, last] = [0, performance.now()]
      for (let step = 0; step < 180; step++) {
        board.scrollTop += 60
        await new Promise(requestAnimationFrame)
        const now = performance.now()
        frames.push(now - last)
        last = now
        most = Math.max(most, Number(document.querySelector<HTMLElement>('iframe[data-mounted]')?.dataset.mounted))
      }
      const sorted = frames.toSorted((a, b) => a - b)
      return {
        longestFrameMs: sorted.at(-1)!,
        usualFrameMs: sorted[Math.floor(sorted.length * 0.95)]!,
        mostMounted: most,
      }
    })
  })
  for (const folder of folders) rmSync(folder, { recursive: true, force: true })
  return { openMs, ...scroll }
}

/** Runs the built application with a library beside the demo's. */
export async function inApp<T>(
  folder: string,
  work: (app: Awaited<ReturnType<typeof startApp>>) => Promise<T>,
): Promise<T> {
  const app = await startApp([folder])
  try {
    return await work(app)
  } finally {
    await app.close()
    await closeAll()
  }
}
