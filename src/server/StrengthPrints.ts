import { LRUCache } from 'lru-cache'
import { KeptResults, prepareLibrary, prepareSound, strengthFingerprint } from '@/runner'
import type { SourceWork } from '@/source'
import { StoreKeeper, type Connection } from '@/store'
import { keyOf, type Libraries } from './Libraries'
import type { Places } from './Places'

/** By component, what its strength is kept by; undefined where nothing is kept of it. */
export type Prints = ReadonlyMap<string, string | undefined>

const MAX_KEPT = 16

/** Knows by what the strength of components is kept, as their library is by now: to find that out they are prepared once. */
export class StrengthPrints {
  #known = new LRUCache<string, Promise<Prints>>({ max: MAX_KEPT })

  constructor(
    private readonly link: Connection,
    private readonly libraries: Libraries,
    private readonly places: Pick<Places, 'environment'>,
    private readonly work: SourceWork,
  ) {}

  /** Of one component. @throws BadInput where it cannot be prepared */
  async ofOne(library: string, slug: string): Promise<string | undefined> {
    return (await this.find(library, slug)).get(slug)
  }

  /** Of all components that can be prepared. */
  ofAll(library: string): Promise<Prints> {
    return this.find(library, undefined)
  }

  /** What strengths are kept in; undefined where there is no browser, which is told when one is needed. */
  async kept(): Promise<KeptResults | undefined> {
    const environment = await this.places.environment()
    return environment && new KeptResults(environment, new StoreKeeper(this.link))
  }

  private async find(id: string, slug: string | undefined): Promise<Prints> {
    const opened = (await this.libraries.open(id))!
    const key = `${keyOf(opened.record)}|${slug ?? ''}`
    const known = this.#known.get(key)
    if (known) return known
    const finding = this.prints(opened.library.tree, slug)
    this.#known.set(key, finding)
    // What went wrong is tried again when it is asked for again.
    finding.catch(() => this.#known.delete(key))
    return finding
  }

  private async prints(tree: Parameters<typeof prepareLibrary>[0], slug: string | undefined): Promise<Prints> {
    const prepared =
      slug === undefined
        ? await prepareSound(tree, {}, this.work)
        : await prepareLibrary(tree, { components: [slug] }, this.work)
    const kept = await this.kept()
    return new Map(
      prepared.components.map((component) => [component.sheet.slug, strengthFingerprint(prepared, component, kept)]),
    )
  }
}
