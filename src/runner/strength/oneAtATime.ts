import type { Ground } from './Ground'
import { judgeAll, noteChanges } from './pass'
import type { CasesOf } from './Trial'

/**
 * Tries breaks the slow and obvious way: each has the page to itself, in cases mounted anew, and everything is read in all of them.
 * What is quicker must come to the same.
 */
export async function tryOneAtATime(ground: Ground, casesOf: CasesOf, signal?: AbortSignal): Promise<void> {
  const { cases } = ground
  const places = [...cases.keys()].filter((at) => ground.failures[at] === undefined)
  for (const trial of casesOf.keys()) {
    if (signal?.aborted) return
    if (trial.noticed) continue
    await ground.again()
    await ground.break(new Map([[trial, places]]))
    const readings = await ground.readAll({ isWhole: true })
    await judgeAll(ground, new Map([[trial, places]]), readings, 'alone')
    if (!trial.noticed) for (const at of places) noteChanges(ground, trial, at, readings[at]!)
  }
  await ground.again()
}
