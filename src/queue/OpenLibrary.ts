import { picturePath } from '@/core/picture'
import { readLibrary, type FileTree, type Library } from '@/core/sheet'
import { readTokens, type TokenBook } from '@/core/tokens'
import {
  openPools,
  PageReaders,
  PictureRun,
  planOf,
  setupOf,
  type BrowserSource,
  type PreparedComponent,
  type PreparedLibrary,
  type RunPools,
  type RunSetup,
} from '@/runner'
import { receivedCompiled } from '@/source'
import type { ClockKind } from '@/stage'
import type { PackedLibrary } from './pack'

/** Gets a picture that is not there from whoever gave the work. */
export type Fetch = (picture: string) => Promise<Uint8Array>

type Ready = PreparedComponent & { compiled: NonNullable<PreparedComponent['compiled']> }

/** A library as a worker has it: each component is prepared when it is first asked for. */
export class OpenLibrary {
  readonly prepared: PreparedLibrary
  readonly #library: Library
  readonly #tokens: TokenBook
  readonly #components = new Map<string, Ready>()
  readonly #pools = new Map<string, RunPools>()
  readonly #pictures: PictureRun[] = []
  readonly #fetching: Fetch[] = []
  readonly #readers = new Map<string, { readers: PageReaders; setup: RunSetup }>()

  constructor(
    private readonly packed: PackedLibrary,
    private readonly browsers: BrowserSource,
    private readonly lanes: number,
  ) {
    const { selection, withScenarios } = packed
    // What is wrong with it has been told by whoever has packed it.
    const { library } = readLibrary(treeOf(packed))
    if (!library) throw new Error('the packed library cannot be read')
    this.#library = library
    this.#tokens = readTokens(library).book
    this.prepared = { library, tokens: this.#tokens, components: [], selection, withScenarios }
  }

  component(slug: string): Ready {
    const known = this.#components.get(slug)
    if (known) return known
    const { selection } = this.packed
    const sheet = this.#library.sheets.find((each) => each.slug === slug)
    const compiled = this.packed.compiled.find(([name]) => name === slug)?.[1]
    if (!sheet || !compiled) throw new Error(`the packed library has no component ${slug}`)
    const { plan } = planOf(sheet, this.#library, selection)
    const isWhole = selection.where === undefined
    const component = { sheet, lints: [], isWhole, plan, compiled: receivedCompiled(compiled) }
    this.#components.set(slug, component)
    return component
  }

  /** The same library with nothing but one component. */
  only(slug: string): PreparedLibrary {
    return { ...this.prepared, components: [this.component(slug)] }
  }

  pools(clock?: ClockKind): RunPools {
    const name = clock ?? ''
    let pools = this.#pools.get(name)
    if (!pools) {
      const { viewport } = this.#library.data
      pools = openPools(this.browsers, viewport, { lanes: this.lanes, ...(clock && { clock }) })
      this.#pools.set(name, pools)
    }
    return pools
  }

  /** While a piece of work is done, pictures that it needs are got by it. @returns to be called when it is done */
  fetchBy(fetch: Fetch): () => void {
    this.#fetching.push(fetch)
    return () => void this.#fetching.splice(this.#fetching.indexOf(fetch), 1)
  }

  /** @param rig where pictures are taken; left out where they are not */
  readersOf(slug: string, rig: string | undefined): { readers: PageReaders; setup: RunSetup } {
    const name = JSON.stringify([slug, rig])
    let known = this.#readers.get(name)
    if (!known) {
      const setup = setupOf(
        this.prepared,
        this.component(slug),
        rig === undefined ? undefined : this.pictures(slug, rig),
      )
      this.#readers.set(name, (known = { readers: new PageReaders(this.pools(), setup), setup }))
    }
    return known
  }

  private pictures(slug: string, rig: string): PictureRun {
    const paths = new Set(this.packed.paths)
    // One that the library does not have is missing there too.
    const reference = async (picture: string) => (paths.has(picturePath(picture)) ? this.fetch(picture) : undefined)
    const run = new PictureRun(this.only(slug), { rig, reference })
    this.#pictures.push(run)
    return run
  }

  private fetch(picture: string): Promise<Uint8Array> {
    const fetch = this.#fetching.at(-1)
    return fetch ? fetch(picture) : Promise.reject(new Error('nobody waits for it any more'))
  }

  async close(): Promise<void> {
    await Promise.all([...this.#pools.values()].map((pools) => pools.close()))
    await Promise.all(this.#pictures.map((each) => each.close()))
  }
}

function treeOf({ paths, files, packaged }: PackedLibrary): FileTree {
  const known = new Map(files)
  const leads = new Map(packaged.map(([reference, from, path]) => [`${from}\0${reference}`, path]))
  return {
    paths,
    bytes: (path) => known.get(path),
    packaged: (reference, from) => leads.get(`${from}\0${reference}`),
  }
}
