import { packOnSheet, type PixelBox, type Point } from '@/core/picture'
import type { Rect } from '@/core/readings'
import type { Viewport } from '@/core/sheet'
import type { CasePlace } from '@/stage'
import type { CutSheet, PictureRoom } from './PictureRoom'
import type { Shot } from './protocol'

/** A page whose cases can be put on a sheet. */
export interface PicturedPage {
  outlines(): Promise<(Rect | null)[]>
  spread(places: readonly CasePlace[]): Promise<void>
  turnTo(top: number): Promise<void>
  /** What the window shows, down to a height in px. */
  picture(height: number): Promise<Uint8Array>
  /** Each case has a window to itself. */
  readonly isIsolated: boolean
}

/** A picture of a case, still in the thread that cut it out. */
export interface CasePicture {
  /** The case, by its place in the page. */
  index: number
  sheet: CutSheet
  shot: number
}

/** What stays free around what a case paints by its boxes: what it paints beyond them shows there. In px. */
const MARGIN = 8
/** Cases stand at multiples of this, in px: at any scale in quarters that is a whole pixel of the device. */
const STEP = 4
/** Of a case that paints nothing: there is its ground. */
const NOTHING: Rect = { left: 0, top: 0, width: 1, height: 1 }

/**
 * Takes pictures of cases that stand in a page and have been read: all of them on few sheets. They are moved for it, so that it
 * must be the last that is done with them.
 */
export async function captureCases(
  page: PicturedPage,
  indices: readonly number[],
  viewport: Viewport,
  room: PictureRoom,
): Promise<CasePicture[]> {
  if (indices.length === 0) return []
  const outlines = await page.outlines()
  const bounds = page.isIsolated ? windowOf(viewport) : undefined
  const views = indices.map((index) => viewOf(index, outlines[index] ?? NOTHING, viewport.width, bounds))
  const { places, height } = packOnSheet(
    views.map(({ shown }) => ({ width: up(shown.width), height: up(shown.height) })),
    viewport.width,
  )
  const sheet = await photograph(page, views, places, height, viewport, room)
  const pictures: CasePicture[] = []
  for (const [shot, view] of views.entries()) {
    const isCut = sheet.pictures[shot]!.isCut
    pictures.push(isCut ? await captureAlone(page, view, bounds, viewport, room) : { index: view.index, sheet, shot })
  }
  return pictures
}

/** A case and what is shown of it, from its own corner, in px. */
interface View {
  index: number
  /** What it paints, as far as its boxes tell. */
  outline: Rect
  shown: Rect
  /** Sides beyond which there is nothing. */
  ends: Shot['ends']
}

const windowOf = ({ width, height }: Viewport): Rect => ({ left: 0, top: 0, width, height })

/** @param widest what is wider is cut off @param bounds of a window that the case has to itself */
function viewOf(index: number, painted: Rect, widest: number, bounds: Rect | undefined, margin = MARGIN): View {
  const outline = within(painted, bounds)
  const { left, top, width, height } = whole(outline)
  const around = { left: left - margin, top: top - margin, width: width + 2 * margin, height: height + 2 * margin }
  const shown = within(around, bounds)
  const isWide = shown.width > widest
  const ends = {
    left: shown.left > around.left,
    top: shown.top > around.top,
    right: isWide || rightOf(shown) < rightOf(around),
    bottom: bottomOf(shown) < bottomOf(around),
  }
  return { index, outline, shown: { ...shown, width: Math.min(shown.width, widest) }, ends }
}

/** Takes a picture of a case that paints more than its boxes tell: nothing else is in sight. */
async function captureAlone(
  page: PicturedPage,
  { index, outline }: View,
  bounds: Rect | undefined,
  viewport: Viewport,
  room: PictureRoom,
): Promise<CasePicture> {
  const free = Math.max(viewport.width - outline.width, viewport.height - outline.height) / 2
  const view = viewOf(index, outline, viewport.width, bounds, Math.max(MARGIN, down(free)))
  const sheet = await photograph(page, [view], [{ x: 0, y: 0 }], up(view.shown.height), viewport, room)
  return { index, sheet, shot: 0 }
}

async function photograph(
  page: PicturedPage,
  views: readonly View[],
  places: readonly Point[],
  height: number,
  viewport: Viewport,
  room: PictureRoom,
): Promise<CutSheet> {
  const corners = views.map(({ shown }, at) => ({ left: places[at]!.x - shown.left, top: places[at]!.y - shown.top }))
  await page.spread(views.map(({ index, shown }, at) => ({ index, ...corners[at]!, shown })))
  const stretches: Uint8Array[] = []
  for (let top = 0; top < height; top += viewport.height) {
    await page.turnTo(top)
    stretches.push(await page.picture(Math.min(viewport.height, height - top)))
  }
  return room.cut({ stretches, shots: views.map((view, at) => shotOf(view, corners[at]!, viewport)) })
}

/** Cuts a case out of a picture of a window that it has to itself. */
export function captureWindow(
  png: Uint8Array,
  outline: Rect | null,
  viewport: Viewport,
  room: PictureRoom,
): Promise<CutSheet> {
  const bounds = windowOf(viewport)
  const view = viewOf(0, outline ?? NOTHING, viewport.width, bounds, Math.max(viewport.width, viewport.height))
  return room.cut({ stretches: [png], shots: [shotOf(view, { left: 0, top: 0 }, viewport)] })
}

function shotOf({ outline, shown, ends }: View, corner: { left: number; top: number }, viewport: Viewport): Shot {
  // Whole pixels of the device, as far as a box reaches; less than a hundredth of one is an error of the arithmetic.
  const before = (value: number) => Math.floor(value * viewport.scale + 0.01)
  const after = (value: number) => Math.ceil(value * viewport.scale - 0.01)
  const boxOf = ({ left, top, width, height }: Rect): PixelBox => {
    const [x, y] = [before(corner.left + left), before(corner.top + top)]
    // What reaches beyond the sheet is cut off there.
    const right = Math.min(after(corner.left + left + width), before(viewport.width))
    return { x, y, width: right - x, height: after(corner.top + top + height) - y }
  }
  return { slot: boxOf(shown), box: boxOf(outline), origin: { x: before(corner.left), y: before(corner.top) }, ends }
}

const rightOf = ({ left, width }: Rect) => left + width
const bottomOf = ({ top, height }: Rect) => top + height

/** What of a box lies within another; a pixel of it where nothing does. */
function within(box: Rect, bounds: Rect | undefined): Rect {
  if (!bounds) return box
  const [left, top] = [Math.max(box.left, bounds.left), Math.max(box.top, bounds.top)]
  const [right, bottom] = [Math.min(rightOf(box), rightOf(bounds)), Math.min(bottomOf(box), bottomOf(bounds))]
  return right > left && bottom > top ? { left, top, width: right - left, height: bottom - top } : NOTHING
}

const down = (value: number) => Math.floor(value / STEP) * STEP
const up = (value: number) => Math.ceil(value / STEP) * STEP

/** A box at multiples of the step, so that the corner comes to one. */
function whole({ left, top, width, height }: Rect): Rect {
  const [x, y] = [down(left), down(top)]
  return { left: x, top: y, width: up(left + width) - x, height: up(top + height) - y }
}
