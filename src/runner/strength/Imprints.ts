import type { ReaderStage } from '@/stage'
import type { StagePage } from '../StagePage'

export type Imprinted = Parameters<ReaderStage['imprints']>[0][number]

/** What the browser computes of cases that stand, to be compared with what it computes once they are broken. */
export class Imprints {
  readonly #before = new Map<string, string>()

  constructor(private readonly page: StagePage) {}

  /** Notes what is computed where nothing is broken. */
  async note(asked: readonly Imprinted[]): Promise<void> {
    const missing = new Map<string, Imprinted>()
    for (const each of asked) if (!this.#before.has(nameOf(each))) missing.set(nameOf(each), each)
    if (missing.size === 0) return
    await this.page.ask('mend')
    await this.page.settle()
    const told = await this.now([...missing.values()])
    let at = 0
    for (const name of missing.keys()) this.#before.set(name, told[at++]!)
  }

  /** What was computed before; undefined where it was not noted. */
  before(asked: Imprinted): string | undefined {
    return this.#before.get(nameOf(asked))
  }

  async now(asked: readonly Imprinted[]): Promise<readonly string[]> {
    return asked.length === 0 ? [] : this.page.ask('imprints', asked)
  }
}

const nameOf = ({ at, properties, pseudo }: Imprinted) => `${at}|${pseudo}|${properties.join()}`
