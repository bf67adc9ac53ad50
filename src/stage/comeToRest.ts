import type { Pristine } from './pristine'
import type { StillTime } from './StillTime'

type View = Window & typeof globalThis
export type Roots = () => Iterable<Document | ShadowRoot>

/** Rounds in a row without a change after which nothing more is expected. */
const QUIET_ROUNDS = 2
// A loop of frames that moves something for ever is cut off after two seconds of its own time.
const MAX_ROUNDS = 120
const LOADING_LIMIT_MS = 3000

const WATCHED = { subtree: true, childList: true, attributes: true, characterData: true }

/**
 * Lets everything happen that a component does by itself and that takes no time: microtasks, tasks, frames, modules that are
 * loaded lazily, fonts and images on their way.
 * @returns whether it came to rest
 */
export async function comeToRest(
  view: View,
  time: StillTime,
  roots: Roots,
  onTurn: () => void,
): Promise<{ isSettled: boolean }> {
  let changes = 0
  const observer = new view.MutationObserver((records) => (changes += records.length))
  const watched = new Set<Document | ShadowRoot>()
  const watch = () => {
    let isAny = false
    for (const root of roots()) {
      if (watched.has(root)) continue
      watched.add(root)
      observer.observe(root, WATCHED)
      isAny = true
    }
    return isAny
  }
  watch()
  let isSeen = false
  let quiet = 0
  try {
    for (let round = 0; round < MAX_ROUNDS; round++) {
      const before = changes
      await time.task()
      onTurn()
      const hasRun = time.turn(view)
      await time.task()
      changes += observer.takeRecords().length
      const hasMoved = hasRun || changes > before || watch()
      quiet = hasMoved ? 0 : quiet + 1
      if (quiet < QUIET_ROUNDS) continue
      if (await load(view, time, roots)) quiet = 0
      else if (!isSeen && time.hasObservers) {
        // What observers tell comes with a frame of the browser's own; once more when that has changed anything.
        isSeen = true
        await realFrame(time)
        await realFrame(time)
        changes += observer.takeRecords().length
        if (changes > before || time.turn(view)) [quiet, isSeen] = [0, false]
      } else return { isSettled: true }
    }
    return { isSettled: false }
  } finally {
    observer.disconnect()
  }
}

// A frame may never come to a hidden page: the time-out is the other way out.
export const realFrame = ({ pristine }: { pristine: Pristine }) =>
  new Promise<void>((done) => {
    pristine.requestAnimationFrame(() => pristine.setTimeout(done, 0))
    pristine.setTimeout(done, 100)
  })

/** Waits for fonts and images that are on their way; says whether there were any. */
async function load(view: View, { pristine }: StillTime, roots: Roots): Promise<boolean> {
  const waiting: Promise<unknown>[] = []
  if (view.document.fonts.status === 'loading') waiting.push(view.document.fonts.ready)
  for (const root of roots())
    for (const image of root.querySelectorAll('img')) if (!image.complete) waiting.push(ended(image))
  if (waiting.length === 0) return false
  await Promise.race([Promise.all(waiting), new Promise((done) => pristine.setTimeout(done, LOADING_LIMIT_MS))])
  return true
}

const ended = (image: HTMLImageElement) =>
  new Promise<void>((done) => {
    for (const end of ['load', 'error']) image.addEventListener(end, () => done(), { once: true })
  })
