/**
 * Turns of what is costly to begin and is begun many times at once. Frames each have a process; all of a wall's loaded together
 * take a small machine so long that none of them answers for many seconds.
 * @param atOnce how many may be under way
 */
export function makeTurns(atOnce: number) {
  const waiting = new Set<() => void>()
  let underWay = 0
  const goOn = () => {
    for (const begin of waiting) {
      if (underWay >= atOnce) return
      waiting.delete(begin)
      underWay += 1
      begin()
    }
  }
  return {
    /** Calls `begin` once it is its turn: at once, or when others have ended. @returns ends the turn, or gives up waiting for it */
    take(begin: () => void): () => void {
      let hasBegun = false
      let hasEnded = false
      const mine = () => {
        hasBegun = true
        begin()
      }
      waiting.add(mine)
      goOn()
      return () => {
        if (hasEnded) return
        hasEnded = true
        waiting.delete(mine)
        if (hasBegun) underWay -= 1
        goOn()
      }
    },
  }
}
