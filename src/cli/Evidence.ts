import { picturePath, type PictureResult } from '@/core/picture'
import type { FilmStrip, Report, ReportHelp } from '@/core/report'
import type { FileTree } from '@/core/sheet'
import type { ComponentPictures } from '@/runner'

// A report is sent by mail and opened on a phone.
const MAX_CHARACTERS = 12_000_000

/** The pictures and films that a report for people shows, as addresses that need nothing else, as far as they do not make it too large. */
export class Evidence {
  readonly #addresses = new Map<string, string>()
  /** The name of each case's picture. */
  readonly #cases = new Map<string, string>()
  readonly #taken = new Map<string, ComponentPictures['png']>()
  readonly #films = new Map<string, FilmStrip>()
  #left = MAX_CHARACTERS

  /** @param kept looks a picture up that a run has kept */
  constructor(
    private readonly tree: Pick<FileTree, 'bytes'>,
    private readonly kept: (name: string) => Promise<Uint8Array | undefined> = () => Promise.resolve(undefined),
  ) {}

  /** Notes a component's pictures; called while it is verified. */
  takePictures(slug: string, { results, png }: Pick<ComponentPictures, 'png'> & { results: readonly PictureResult[] }) {
    for (const { key, picture } of results) {
      this.#cases.set(`${slug} ${key}`, picture)
      this.#taken.set(picture, png)
    }
  }

  /** Takes the film of a scenario, as far as there is room. */
  takeFilm(slug: string, name: string, film: FilmStrip): void {
    const size = film.frames.reduce((sum, { picture }) => sum + picture.length, 0)
    if (size > this.#left) return
    this.#left -= size
    this.#films.set(`${slug} ${name}`, film)
  }

  /** Reads the pictures that a report may show: of changes first, then of findings, then the new ones. */
  async gather({ components }: Pick<Report, 'components'>): Promise<void> {
    const groups = components.flatMap(({ pictures }) => pictures.groups ?? [])
    const changed = groups.flatMap(({ pictures }) => pictures.flatMap(({ picture, approved }) => [approved, picture]))
    const found = components.flatMap(({ slug, findings }) => findings.map(({ cases }) => this.pictureOf(slug, cases)))
    const fresh = components.flatMap(({ slug, pictures }) =>
      (pictures.newCases ?? []).map((key) => this.#cases.get(`${slug} ${key}`)),
    )
    const unnoticed = components.flatMap(({ strength }) => strength?.unnoticed ?? [])
    const broken = unnoticed.flatMap(({ picture }) => (picture ? [picture.before, picture.after] : []))
    for (const name of [...changed, ...found, ...broken, ...fresh]) if (name !== undefined) await this.read(name)
  }

  private async read(name: string) {
    if (this.#addresses.has(name)) return
    const bytes = this.tree.bytes(picturePath(name)) ?? (await this.#taken.get(name)?.(name)) ?? (await this.kept(name))
    const address = bytes && `data:image/png;base64,${Buffer.from(bytes).toString('base64')}`
    if (!address || address.length > this.#left) return
    this.#left -= address.length
    this.#addresses.set(name, address)
  }

  /** The picture of the first of some cases that has one. */
  private pictureOf(slug: string, cases: readonly string[]): string | undefined {
    const pictured = cases.find((key) => this.#cases.has(`${slug} ${key}`))
    return pictured === undefined ? undefined : this.#cases.get(`${slug} ${pictured}`)
  }

  get help(): Pick<ReportHelp, 'picture' | 'pictureOf' | 'film'> {
    return {
      picture: (name) => this.#addresses.get(name),
      pictureOf: (slug, cases) => this.#addresses.get(this.pictureOf(slug, cases) ?? ''),
      film: (slug, name) => this.#films.get(`${slug} ${name}`),
    }
  }
}
