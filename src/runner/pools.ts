import type { Browser } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import { PlayPool, type PoolOptions } from './scenario'
import { StagePool } from './StagePool'

/** Pages that runs share. */
export interface RunPools {
  stages: StagePool
  plays: PlayPool
  close(): Promise<void>
}

/** Pools that open their pages in one browser, as they are needed. The browser is left to the caller. */
export function openPools(browser: () => Promise<Browser>, viewport: Viewport, options: PoolOptions = {}): RunPools {
  const stages = new StagePool(browser, viewport)
  const plays = new PlayPool(browser, options)
  return { stages, plays, close: async () => void (await Promise.all([stages.close(), plays.close()])) }
}
