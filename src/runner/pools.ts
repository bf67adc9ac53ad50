import type { Viewport } from '@/core/sheet'
import type { BrowserSource } from './BrowserSource'
import { PlayPool, type PoolOptions } from './scenario'
import { StagePool } from './StagePool'

/** Pages that runs share. */
export interface RunPools {
  stages: StagePool
  plays: PlayPool
  browsers: BrowserSource
  /** Ends all work at once, however components behave. */
  stop(): Promise<void>
  close(): Promise<void>
}

/** Pools that open their pages in one browser at a time, as they are needed. The browsers are left to the caller. */
export function openPools(browsers: BrowserSource, viewport: Viewport, options: PoolOptions = {}): RunPools {
  const stages = new StagePool(browsers, viewport)
  const plays = new PlayPool(() => browsers.get(), options)
  return {
    stages,
    plays,
    browsers,
    stop: async () => void (await Promise.all([stages.stop(), plays.stop()])),
    close: async () => void (await Promise.all([stages.close(), plays.close()])),
  }
}
