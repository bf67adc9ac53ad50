import { apart } from '@/core/breaks'
import { captureCases, type PictureRoom } from '../pictures'
import type { Ground } from './Ground'
import type { CasesOf, Trial } from './Trial'

/**
 * Looks at what no reading tells of, and takes pictures of what nothing noticed. Cases are moved for it: it must be the last that is
 * done with a ground.
 * @param changed by break that nothing noticed, the places of the cases that it may have changed
 */
export async function lookAt(ground: Ground, changed: CasesOf, room: PictureRoom, signal?: AbortSignal): Promise<void> {
  const unseen = [...changed].filter(([trial, places]) => !trial.isEffective && places.length > 0)
  const places = new Set(unseen.flatMap(([, own]) => own))
  const before = await picturesOf(ground, [...places], new Map(), room)
  for (const group of apart(unseen.map(([, own]) => own))) {
    if (signal?.aborted) return
    const made = new Map(group.map((at) => unseen[at]!))
    const after = await picturesOf(ground, [...made.values()].flat(), made, room)
    for (const [trial, own] of made)
      for (const at of own) if (before.get(at) !== after.get(at) && (await isSeenAlone(ground, trial, at, room))) break
  }
  await takePictures(ground, changed, room, signal)
}

/**
 * Whether a break shows in a case where nothing else is broken, and the case stands at the same place: elsewhere on a picture the edges
 * of letters may come out otherwise.
 */
async function isSeenAlone(ground: Ground, trial: Trial, at: number, room: PictureRoom): Promise<boolean> {
  const before = (await pngsOf(ground, [at], new Map(), room)).get(at)!
  const after = (await pngsOf(ground, [at], new Map([[trial, [at]]]), room)).get(at)!
  if (Buffer.compare(before, after) === 0) return false
  trial.seenIn = ground.cases[at]!.key
  trial.pictures = { case: trial.seenIn, before, after }
  return true
}

/** Takes a picture of each break that nothing noticed, where nothing else is broken. */
async function takePictures(ground: Ground, changed: CasesOf, room: PictureRoom, signal?: AbortSignal) {
  const keys = new Map(ground.cases.map(({ key }, at) => [key, at]))
  const before = new Map<number, Uint8Array>()
  for (const [trial, places] of changed) {
    if (signal?.aborted) return
    if (!trial.isEffective || trial.pictures || places.length === 0) continue
    // Best where its readings are told of.
    const told = keys.get([...trial.changed.values()][0]?.case ?? '')
    const at = told ?? trial.inTurn(places, ground.cases.length)[0]!
    if (!before.has(at)) before.set(at, (await pngsOf(ground, [at], new Map(), room)).get(at)!)
    const after = (await pngsOf(ground, [at], new Map([[trial, [at]]]), room)).get(at)!
    trial.pictures = { case: ground.cases[at]!.key, before: before.get(at)!, after }
  }
}

async function capture(ground: Ground, places: readonly number[], made: CasesOf, room: PictureRoom) {
  await ground.break(made)
  return captureCases(ground.page, places, ground.page.viewport, room)
}

/** The name of each case's picture, by its place. Equal names are equal pictures. */
async function picturesOf(...given: Parameters<typeof capture>): Promise<Map<number, string>> {
  const taken = await capture(...given)
  for (const sheet of new Set(taken.map((each) => each.sheet))) sheet.drop()
  return new Map(
    taken.map(({ index, sheet, shot }) => {
      const { picture, at } = sheet.pictures[shot]!
      return [index, `${picture} ${at.x} ${at.y}`]
    }),
  )
}

async function pngsOf(...given: Parameters<typeof capture>): Promise<Map<number, Uint8Array>> {
  const taken = await capture(...given)
  const pngs = await Promise.all(taken.map(async ({ index, sheet, shot }) => [index, await sheet.png(shot)] as const))
  for (const sheet of new Set(taken.map((each) => each.sheet))) sheet.drop()
  return new Map(pngs)
}
