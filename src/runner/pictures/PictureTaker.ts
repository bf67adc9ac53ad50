import { viewportIn } from '@/core/contexts'
import {
  isOpen,
  placeOf,
  referenceOf,
  type Comparison,
  type PictureResult,
  type PictureTolerance,
  type ReferenceIndex,
} from '@/core/picture'
import type { PlannedCase } from '@/core/plan'
import type { Rect } from '@/core/readings'
import type { Viewport } from '@/core/sheet'
import type { TokenLines } from '@/core/tokens'
import type { CompiledComponent } from '@/source'
import { StageHang } from '../PageWatch'
import type { StagePage } from '../StagePage'
import { captureCases, captureWindow, type CasePicture } from './capture'
import type { PictureRoom } from './PictureRoom'
import { readTraits, type CaseReading } from './readTraits'

/** Of which cases of a component pictures are taken, and what they are held against. */
export interface PictureAim {
  wants(planned: PlannedCase): boolean
  index: ReferenceIndex
  rig: string
  tolerance: PictureTolerance
  viewport: Viewport
  /** An approved picture as PNG; undefined where its file is missing. */
  reference(picture: string): Uint8Array | undefined | Promise<Uint8Array | undefined>
  compiled: Pick<CompiledComponent, 'component' | 'places'>
  contexts: readonly string[]
  tokens: TokenLines
  room: PictureRoom
}

/** What was read of a case, to explain its picture. */
export type ReadOf = (key: string) => readonly CaseReading[]

/** The pictures of some cases. Plain data: they may have been taken elsewhere. */
export interface PicturePart {
  results: PictureResult[]
  /** PNGs by the names of the pictures. */
  pngs: [picture: string, png: Uint8Array][]
  isWhole: boolean
}

/** Takes pictures of a component's cases, and holds them against the approved ones. */
export class PictureTaker {
  /** By case: one that is taken again counts once. */
  readonly results = new Map<string, PictureResult>()
  /** PNGs of pictures that are not the same as the approved ones, by their names. */
  readonly pngs = new Map<string, Uint8Array>()

  /** Every picture that was wanted has been taken. */
  isWhole = true

  constructor(
    private readonly aim: PictureAim,
    private readonly readOf: ReadOf,
  ) {}

  /** What takes pictures of some of the cases. */
  fork(readOf: ReadOf): PictureTaker {
    return new PictureTaker(this.aim, readOf)
  }

  part(): PicturePart {
    return { results: [...this.results.values()], pngs: [...this.pngs], isWhole: this.isWhole }
  }

  /** Adds pictures of some cases. */
  join({ results, pngs, isWhole }: PicturePart): void {
    for (const result of results) this.results.set(result.key, result)
    for (const [picture, png] of pngs) this.pngs.set(picture, png)
    this.isWhole &&= isWhole
  }

  wants(planned: PlannedCase): boolean {
    return planned.judged && this.aim.wants(planned)
  }

  /**
   * Takes pictures of cases that have just been read in a page. They are moved for it. What has been read counts, whether or not there
   * are pictures of it.
   * @param onFault called with why some of them could not be taken
   * @throws StageHang, and what comes of a page that has gone
   */
  async take(
    page: StagePage,
    cases: readonly PlannedCase[],
    isLost: (at: number) => boolean,
    onFault: (message: string) => void,
  ): Promise<void> {
    try {
      await this.takeAll(page, cases, isLost)
    } catch (error) {
      if (error instanceof StageHang || (await page.isGone())) throw error
      this.isWhole = false
      onFault(`not all of its pictures could be taken: ${(error as Error).message}`)
    }
  }

  private async takeAll(page: StagePage, cases: readonly PlannedCase[], isLost: (at: number) => boolean) {
    const { room, compiled, contexts, tokens } = this.aim
    const wanted = cases.flatMap((planned, at) => (this.wants(planned) && !isLost(at) ? [at] : []))
    const pictures = await captureCases(page, wanted, page.viewport, room)
    const open: number[] = []
    for (const picture of pictures) {
      const result = await this.judge(cases[picture.index]!.key, picture)
      if (isOpen(result)) open.push(picture.index)
    }
    for (const sheet of new Set(pictures.map((each) => each.sheet))) sheet.drop()
    const explained = open.map((index) => ({ index, planned: cases[index]!, read: this.readOf(cases[index]!.key) }))
    const traits = await readTraits(page.nodes, compiled, contexts, tokens, explained)
    for (const [key, own] of traits) this.results.get(key)!.traits = own
  }

  /** Takes the picture of a case that real input has brought about, and that has a window to itself. */
  async takeActed(planned: PlannedCase, picture: WindowPicture, onFault: (message: string) => void): Promise<void> {
    try {
      await this.takeWindow(planned, picture)
    } catch (error) {
      this.isWhole = false
      onFault(`not all of its pictures could be taken: ${(error as Error).message}`)
    }
  }

  private async takeWindow({ key, values }: PlannedCase, { png, outline }: WindowPicture) {
    const { viewport, room } = this.aim
    const sheet = await captureWindow(png, outline, viewportIn(values, viewport), room)
    const result = await this.judge(key, { index: 0, sheet, shot: 0 })
    if (isOpen(result)) result.traits = this.readOf(key).map((each) => ({ ...each, lines: [] }))
    sheet.drop()
  }

  private async judge(key: string, { sheet, shot }: CasePicture): Promise<PictureResult> {
    const { isCut: _, ...picture } = sheet.pictures[shot]!
    const { own, isElsewhere } = referenceOf(this.aim.index, key, this.aim.rig)
    const result: PictureResult = { key, verdict: isElsewhere ? 'other rig' : 'new', ...picture }
    this.results.set(key, result)
    if (own) {
      result.reference = { picture: own.picture, at: placeOf(own), traits: own.traits }
      const isEqual = own.picture === picture.picture && own.at[0] === picture.at.x && own.at[1] === picture.at.y
      const before = isEqual ? undefined : await this.aim.reference(own.picture)
      if (isEqual) result.verdict = 'same'
      else if (before) {
        const { tolerance } = this.aim
        Object.assign(result, verdictOf(await sheet.compare(shot, { before, at: placeOf(own), tolerance })))
      }
    }
    if (result.verdict !== 'same' && !this.pngs.has(picture.picture))
      this.pngs.set(picture.picture, await sheet.png(shot))
    return result
  }
}

/** What a window shows that a case has to itself. */
export interface WindowPicture {
  png: Uint8Array
  /** What the case paints, in px of the window. */
  outline: Rect | null
}

const verdictOf = ({ kind, ...more }: Comparison): Pick<PictureResult, 'verdict'> => ({
  ...more,
  verdict: kind === 'equal' ? 'same' : kind,
})
