import { onePass } from '@/core/breaks'
import type { Ground } from './Ground'
import { originsOf, trySome, tryWhole } from './pass'
import type { CasesOf } from './Trial'

/**
 * Tries every break once where each rule holds that none has made miss yet: what is noticed in one case is not tried in others, so that
 * this says nothing of the rules of those.
 * @param holding rules that hold somewhere, by their places in the sheet
 * @param failed those that some break made miss; more are added
 */
export async function tryRules(
  ground: Ground,
  casesOf: CasesOf,
  holding: ReadonlySet<number>,
  failed: ReadonlySet<number>,
  signal?: AbortSignal,
): Promise<void> {
  for (const rule of holding) {
    if (failed.has(rule)) continue
    const places = placesOf(ground, rule)
    let left = [...casesOf].flatMap(([trial, cases]) => {
      const own = cases.filter((at) => places.has(at))
      return own.length > 0 ? [{ trial, own }] : []
    })
    const isPointed = asksPointer(ground, rule)
    while (left.length > 0 && !failed.has(rule) && !signal?.aborted) {
      const pass = isPointed ? new Map([[left[0]!.own[0]!, 0]]) : onePass(left.map(({ own }) => own))
      const tried = new Map([...pass].map(([at, wish]) => [left[wish]!.trial, [at]] as const))
      // What a pointer finds counts only where nothing else is broken.
      await (isPointed ? tryWhole(ground, tried) : trySome(ground, tried, false))
      left = left.filter(({ trial }) => !tried.has(trial))
    }
  }
}

/** The places of the cases in which a rule decides something that holds. */
const placesOf = ({ checks }: Ground, rule: number): Set<number> =>
  new Set(
    [...checks.entries()].flatMap(([at, own]) =>
      own.some((check) => check !== 'later' && check.verdict === 'holds' && check.rule.index === rule) ? [at] : [],
    ),
  )

/** Whether a rule speaks of what a pointer finds. */
const asksPointer = ({ given }: Ground, rule: number): boolean =>
  given.setup.plan.profiles.some(({ claims }) =>
    claims.some(({ claim }) => claim.rule.index === rule && originsOf(claim).includes('pointer')),
  )
