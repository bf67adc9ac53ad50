import { LRUCache } from 'lru-cache'
import { picturePath } from '@/core/picture'
import { readLibrary, type FileTree } from '@/core/sheet'
import { readTokens } from '@/core/tokens'
import {
  openPools,
  PageReaders,
  PictureRoom,
  PictureRun,
  setupOf,
  withPlan,
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

interface Readers {
  readers: PageReaders
  setup: RunSetup
}

// Plans of large components take megabytes: of those that have not been read for longest they are made again.
const MOST_COMPONENTS = 12

type Ready = PreparedComponent & { compiled: NonNullable<PreparedComponent['compiled']> }

/** A library as a worker has it: each component is prepared when it is first asked for. */
export class OpenLibrary {
  readonly prepared: PreparedLibrary
  readonly #components = new LRUCache<string, Ready>({ max: MOST_COMPONENTS })
  readonly #pools = new Map<string, RunPools>()
  readonly #room = new PictureRoom()
  readonly #fetching: Fetch[] = []
  readonly #readers = new LRUCache<string, Readers>({ max: MOST_COMPONENTS })

  constructor(
    private readonly packed: PackedLibrary,
    private readonly browsers: BrowserSource,
    private readonly lanes: number,
  ) {
    const { selection, withScenarios } = packed
    // What is wrong with it has been told by whoever has packed it.
    const { library } = readLibrary(treeOf(packed))
    if (!library) throw new Error('the packed library cannot be read')
    this.prepared = { library, tokens: readTokens(library).book, components: [], selection, withScenarios }
  }

  component(slug: string): Ready {
    const known = this.#components.get(slug)
    if (known) return known
    const { library, selection } = this.prepared
    const sheet = library.sheets.find((each) => each.slug === slug)
    const compiled = this.packed.compiled.find(([name]) => name === slug)?.[1]
    if (!sheet || !compiled) throw new Error(`the packed library has no component ${slug}`)
    const about = { sheet, lints: [], isWhole: selection.where === undefined, compiled: receivedCompiled(compiled) }
    const component = withPlan(about, library, selection)
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
      const { viewport } = this.prepared.library.data
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
  readersOf(slug: string, rig: string | undefined): Readers {
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
    return new PictureRun(this.only(slug), { rig, reference, room: this.#room })
  }

  private fetch(picture: string): Promise<Uint8Array> {
    const fetch = this.#fetching.at(-1)
    return fetch ? fetch(picture) : Promise.reject(new Error('nobody waits for it any more'))
  }

  async close(): Promise<void> {
    await Promise.all([...this.#pools.values()].map((pools) => pools.close()))
    await this.#room.close()
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
