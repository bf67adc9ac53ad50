import { defaultCase, exists, isInside, makeCase, parseCaseKey } from '@/core/matrix'
import {
  groupPictures,
  judgeAgain,
  parseTraits,
  picturePath,
  readReferences,
  traitsPath,
  type PictureGroup,
  type PictureResult,
  type ReferenceIndex,
  type TraitsOf,
} from '@/core/picture'
import type { PlannedCase } from '@/core/plan'
import { BadInput } from '@/core/problem'
import { textOf, type Sheet } from '@/core/sheet'
import { TokenLines } from '@/core/tokens'
import type { PreparedComponent, PreparedLibrary } from '../prepare'
import { PictureRoom } from './PictureRoom'
import { PictureTaker, type PictureAim, type ReadOf } from './PictureTaker'

/** That pictures are taken, and where. */
export interface PictureOptions {
  /** Names what pictures depend on besides the library: those of another one are not held against each other. */
  rig: string
  /** Gets an approved picture as PNG; undefined where its file is missing. @defaultValue from the library's files */
  reference?(picture: string): Promise<Uint8Array | undefined>
  /** The thread in which they are compared, left to the caller. @defaultValue one of its own */
  room?: PictureRoom
}

/** Whether a sheet asks for a picture of a case. */
export const isPictured = ({ data: { pictures } }: Sheet, values: Readonly<Record<string, string>>): boolean =>
  pictures === 'all' || (pictures !== 'none' && isInside(values, pictures))

/** The pictures of one run. */
export class PictureRun {
  readonly rig: string
  readonly #room: PictureRoom
  readonly #indices = new Map<string, ReferenceIndex>()
  readonly #traits = new Map<string, TraitsOf>()
  readonly #tokens: TokenLines

  /** @throws BadInput where an index of approved pictures cannot be read */
  constructor(
    private readonly prepared: PreparedLibrary,
    private readonly options: PictureOptions,
  ) {
    this.rig = options.rig
    this.#room = options.room ?? new PictureRoom()
    const { library, tokens, components } = prepared
    const all = components.map(({ sheet }) => ({ slug: sheet.slug, ...readReferences(library.tree, sheet.slug) }))
    const problems = all.flatMap((each) => each.problems)
    if (problems.length > 0) throw new BadInput(problems)
    for (const { slug, index } of all) this.#indices.set(slug, index)
    this.#tokens = new TokenLines(library.tree, tokens)
  }

  /** What takes a component's pictures; undefined where its sheet asks for none. */
  takerFor({ sheet, compiled, plan }: PreparedComponent, readOf: ReadOf): PictureTaker | undefined {
    const wants = ({ values }: PlannedCase) => isPictured(sheet, values)
    if (!compiled || !plan.cases.some((each) => each.judged && wants(each))) return undefined
    const { tree, data } = this.prepared.library
    const aim: PictureAim = {
      wants,
      index: this.#indices.get(sheet.slug)!,
      rig: this.rig,
      tolerance: data.pictures,
      viewport: data.viewport,
      reference: (picture) => this.options.reference?.(picture) ?? tree.bytes(picturePath(picture)),
      compiled,
      contexts: Object.keys(data.contexts),
      tokens: this.#tokens,
      room: this.#room,
    }
    return new PictureTaker(aim, readOf)
  }

  /**
   * What earlier pictures of a component come to beside what is approved by now.
   * @returns undefined where that cannot be told without taking them again
   */
  judgeAgain(slug: string, kept: readonly PictureResult[]): PictureResult[] | undefined {
    const index = this.#indices.get(slug)!
    const judged = kept.map((result) => judgeAgain(index, this.rig, result))
    return judged.every((each) => each !== undefined) ? judged : undefined
  }

  /** What changed of a component, by its causes. */
  groups(results: readonly PictureResult[]): PictureGroup[] {
    return groupPictures(results, ({ key, reference }) =>
      reference?.traits === undefined ? undefined : this.traitsOf(reference.traits).get(key),
    )
  }

  /** Cases of which pictures are approved for this rig, and that there are no more, or that ask for none. Those that a run leaves out are there. */
  gone({ sheet, plan: { space } }: PreparedComponent): string[] {
    const values = new Map(space.dimensions.map((dimension) => [dimension.name, dimension.values]))
    const isThere = (key: string): boolean => {
      const given = parseCaseKey(key)
      if (Object.entries(given).some(([name, value]) => !values.get(name)?.includes(value))) return false
      const whole = { ...defaultCase(space).values, ...given }
      return makeCase(whole, space).key === key && exists(whole, space) && isPictured(sheet, whole)
    }
    const index = this.#indices.get(sheet.slug)!
    return [...index]
      .filter(([key, all]) => all.some(({ rig }) => rig === this.rig) && !isThere(key))
      .map(([key]) => key)
  }

  async close(): Promise<void> {
    if (!this.options.room) await this.#room.close()
  }

  private traitsOf(name: string): TraitsOf {
    let traits = this.#traits.get(name)
    if (!traits) {
      traits = parseTraits(textOf(this.prepared.library.tree, traitsPath(name)) ?? '')
      this.#traits.set(name, traits)
    }
    return traits
  }
}

/** A component's pictures with that of its default case first, which stands for the component. */
export function defaultFirst(
  { plan: { space } }: PreparedComponent,
  results: ReadonlyMap<string, PictureResult>,
): PictureResult[] {
  const own = results.get(defaultCase(space).key)
  return [...(own ? [own] : []), ...[...results.values()].filter((each) => each !== own)]
}
