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
import type { PackedComponent, PackedLibrary } from './pack'
import type { SentComponent } from './protocol'
import { decode } from './wire'

/** Gets a packed component, or a picture, from whoever gave the work. */
export type Fetch = (name: string) => Promise<Uint8Array>

interface Readers {
  readers: PageReaders
  setup: RunSetup
}

// Plans of large components take megabytes: of those that have not been read for longest they are made again.
const MOST_COMPONENTS = 12

/** A library as a worker has it: each component is got and prepared when it is first asked for. */
export class OpenLibrary {
  readonly prepared: PreparedLibrary
  readonly #components = new LRUCache<string, Promise<PreparedLibrary>>({ max: MOST_COMPONENTS })
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

  /** The same library with nothing but one component. */
  only(asked: SentComponent): Promise<PreparedLibrary> {
    const name = nameOf(asked)
    let known = this.#components.get(name)
    if (!known) {
      this.#components.set(name, (known = this.prepare(asked)))
      // Whoever asks next tries again.
      known.catch(() => this.#components.delete(name))
    }
    return known
  }

  private async prepare({ slug, compiled: hash }: SentComponent): Promise<PreparedLibrary> {
    const { compiled, files } = decode<PackedComponent>(await this.fetch(hash))
    const { selection } = this.prepared
    const library = { ...this.prepared.library, tree: withFiles(this.prepared.library.tree, files) }
    const sheet = library.sheets.find((each) => each.slug === slug)
    if (!sheet) throw new Error(`the packed library has no component ${slug}`)
    const about = { sheet, lints: [], isWhole: selection.where === undefined, compiled: receivedCompiled(compiled) }
    return { ...this.prepared, library, components: [withPlan(about, library, selection)] }
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

  /** While a piece of work is done, what is needed is got by it. @returns to be called when it is done */
  fetchBy(fetch: Fetch): () => void {
    this.#fetching.push(fetch)
    return () => void this.#fetching.splice(this.#fetching.indexOf(fetch), 1)
  }

  /** @param rig where pictures are taken; left out where they are not */
  async readersOf(asked: SentComponent, rig: string | undefined): Promise<Readers> {
    const name = JSON.stringify([nameOf(asked), rig])
    const prepared = await this.only(asked)
    let known = this.#readers.get(name)
    if (!known) {
      const component = prepared.components[0] as Ready
      const setup = setupOf(prepared, component, rig === undefined ? undefined : this.pictures(prepared, rig))
      this.#readers.set(name, (known = { readers: new PageReaders(this.pools(), setup), setup }))
    }
    return known
  }

  private pictures(prepared: PreparedLibrary, rig: string): PictureRun {
    const paths = new Set(this.packed.paths)
    // One that the library does not have is missing there too.
    const reference = async (picture: string) => (paths.has(picturePath(picture)) ? this.fetch(picture) : undefined)
    return new PictureRun(prepared, { rig, reference, room: this.#room })
  }

  private fetch(name: string): Promise<Uint8Array> {
    const fetch = this.#fetching.at(-1)
    return fetch ? fetch(name) : Promise.reject(new Error('nobody waits for it any more'))
  }

  async close(): Promise<void> {
    await Promise.all([...this.#pools.values()].map((pools) => pools.close()))
    await this.#room.close()
  }
}

type Ready = PreparedComponent & { compiled: NonNullable<PreparedComponent['compiled']> }

const nameOf = ({ slug, compiled }: SentComponent) => `${slug} ${compiled}`

function withFiles(tree: FileTree, files: PackedLibrary['files']): FileTree {
  const known = new Map(files)
  return { ...tree, bytes: (path) => known.get(path) ?? tree.bytes(path) }
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
