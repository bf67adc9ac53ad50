import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Comparison } from '@/core/picture'
import { homeFolder } from '@/source'
import type { ComparingWith, PictureWork, Sheet, TakenPicture } from './protocol'

type Told = { id: number } & ({ answer: unknown } | { failure: string })

/** A sheet that has been cut up. What was cut out of it is there until it is dropped. */
export interface CutSheet {
  pictures: readonly TakenPicture[]
  compare(shot: number, given: Omit<ComparingWith, 'sheet' | 'shot'>): Promise<Comparison>
  png(shot: number): Promise<Uint8Array>
  drop(): void
}

/** A thread in which pictures are cut out, compared and encoded. It starts when there is something to do. */
export class PictureRoom {
  #worker: Worker | undefined
  #waiting = new Map<number, { done(answer: unknown): void; fail(error: Error): void }>()
  #last = 0
  #lastSheet = 0

  /** @throws Error where the pictures are none */
  async cut(sheet: Sheet): Promise<CutSheet> {
    const number = ++this.#lastSheet
    const pictures = await this.ask('cut', number, sheet)
    return {
      pictures,
      compare: (shot, given) => this.ask('compare', { ...given, sheet: number, shot }),
      png: (shot) => this.ask('png', number, shot),
      drop: () => void this.ask('drop', number).catch(() => {}), // gone with the thread
    }
  }

  async close(): Promise<void> {
    await this.#worker?.terminate()
    this.lost(new Error('the work at pictures was stopped'))
  }

  private ask<Name extends keyof PictureWork>(
    name: Name,
    ...given: Parameters<PictureWork[Name]>
  ): Promise<ReturnType<PictureWork[Name]>> {
    const worker = (this.#worker ??= this.start())
    const id = ++this.#last
    return new Promise((done, fail) => {
      this.#waiting.set(id, { done: done as (answer: unknown) => void, fail })
      worker.postMessage({ id, name, given })
    })
  }

  private start(): Worker {
    const worker = new Worker(join(/* turbopackIgnore: true */ homeFolder(), 'dist', 'pictures.mjs'))
    worker.unref()
    worker.on('message', (told: Told) => {
      const waiting = this.#waiting.get(told.id)
      this.#waiting.delete(told.id)
      if ('failure' in told) waiting?.fail(new Error(told.failure))
      else waiting?.done(told.answer)
    })
    worker.on('error', (error) => this.lost(error as Error))
    return worker
  }

  private lost(error: Error) {
    this.#worker = undefined
    for (const { fail } of this.#waiting.values()) fail(error)
    this.#waiting.clear()
  }
}
