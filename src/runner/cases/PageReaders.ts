import { availableParallelism } from 'node:os'
import type { Inventory, StageContext } from '@/stage'
import type { RunPools } from '../pools'
import { readByInput, type InputResult } from '../scenario'
import { stageContext } from '../stageContext'
import type { StagePage } from '../StagePage'
import type { ActTask, ChunkReading, ChunkTask } from './ChunkTask'
import type { ComponentReaders, ReadingLane } from './ComponentReaders'
import { faultOf, ReadingFailed } from './Fault'
import { readChunk } from './readChunk'
import { ReadingStore } from './ReadingStore'
import type { RunSetup } from './RunSetup'

/** Pages that share a component's chunks: a browser lays out one page on one core. */
const MAX_LANES = Math.max(1, Math.min(4, availableParallelism()))

/** Reads a component's cases in pages of this process. */
export class PageReaders implements ComponentReaders {
  readonly lanes = MAX_LANES

  constructor(
    private readonly pools: RunPools,
    private readonly setup: RunSetup,
    private readonly signal?: AbortSignal,
  ) {}

  lane(isIsolated: boolean): PageLane {
    return new PageLane(this.pools, this.setup, isIsolated)
  }

  act({ planned, isPictured, compared }: ActTask): Promise<InputResult> {
    const { plan, library } = this.setup
    const { elsewhere } = ReadingStore.with(plan, compared)
    const setup = { ...this.setup, sheet: plan.sheet, library }
    return this.pools.plays.use(async (lane): Promise<InputResult> => {
      if (this.signal?.aborted) return { kind: 'unread', reason: 'it was stopped' }
      return readByInput(lane, setup, plan, planned, { elsewhere, isPictured })
    })
  }
}

/** A page that reads chunks of one component, opened anew when it is lost. */
class PageLane implements ReadingLane {
  #page: StagePage | undefined

  constructor(
    private readonly pools: RunPools,
    private readonly setup: RunSetup,
    private readonly isIsolated: boolean,
  ) {}

  async read(task: ChunkTask): Promise<ChunkReading> {
    const context = stageContext(this.setup.tokens, task.values)
    for (;;) {
      let isOpening = true
      try {
        if (this.#page && !this.#page.suits(context)) await this.end()
        const page = (this.#page ??= await this.open(context))
        isOpening = false
        await page.setContext(context)
        const reading = await readChunk(this.setup, page, task)
        this.pools.browsers.noteWork()
        if (reading.sideEffect !== undefined || reading.differs !== undefined) return reading
        const inventory = await this.clear(page)
        return { ...reading, ...(inventory && { inventory }) }
      } catch (error) {
        const isGone = (await this.#page?.isGone()) ?? false
        await this.#page?.close()
        this.#page = undefined
        // Whether there is another browser shows when a page is opened.
        if (!isGone) throw new ReadingFailed(faultOf(error, isOpening))
      }
    }
  }

  /** Makes room for the next chunk. A page that cannot even be cleared is not used again: all of it has been read. */
  private async clear(page: StagePage): Promise<Inventory | undefined> {
    try {
      return await page.clear()
    } catch {
      await page.close()
      this.#page = undefined
      return undefined
    }
  }

  private async open(context: StageContext): Promise<StagePage> {
    const { component, viewport } = this.setup
    const page = await this.pools.stages.take()
    try {
      await page.openComponent({ ...component, isolated: this.isIsolated }, context, viewport)
      return page
    } catch (error) {
      await page.close()
      throw error
    }
  }

  /** Hands the page on to the next component. */
  async end(): Promise<void> {
    if (this.#page) this.pools.stages.give(this.#page)
    this.#page = undefined
  }
}
