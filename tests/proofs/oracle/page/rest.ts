import { trees } from './find'

const frame = () => new Promise<void>((done) => requestAnimationFrame(() => setTimeout(done, 0)))

// A component that has not moved for this many frames is taken to be at rest.
const QUIET_FRAMES = 4
const LONGEST_MS = 5000

/** Waits, in real time, until nothing changes any more: no node, no finite animation, no font or image on its way. */
export async function rest(): Promise<void> {
  let changes = 0
  const observer = new MutationObserver((records) => (changes += records.length))
  const watched = new Set<Node>()
  const start = performance.now()
  let quiet = 0
  await document.fonts.ready
  while (quiet < QUIET_FRAMES && performance.now() - start < LONGEST_MS) {
    let isMoving = false
    for (const tree of trees()) {
      if (!watched.has(tree)) {
        watched.add(tree)
        observer.observe(tree, { subtree: true, childList: true, attributes: true, characterData: true })
        isMoving = true
      }
      for (const animation of tree.getAnimations()) {
        const isEndless = animation.effect?.getComputedTiming().endTime === Infinity
        if (isEndless) {
          animation.pause()
          animation.currentTime = 0
        } else if (animation.playState === 'running') isMoving = true
      }
      for (const image of tree.querySelectorAll('img')) if (!image.complete) isMoving = true
    }
    const before = changes
    await frame()
    quiet = isMoving || changes > before ? 0 : quiet + 1
  }
  observer.disconnect()
}
