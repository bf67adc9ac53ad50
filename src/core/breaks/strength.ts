import type { StrengthWay } from '../choices'
import type { RuleText } from '../edit'
import type { BreakKind } from './breaks'

/** A break that changes something and that nothing noticed. */
export interface Unnoticed {
  kind: BreakKind
  /** The change, in a few words. */
  told: string
  /** The part that it changes; empty where it is none. */
  part: string
  /** Where it stands, as seen from the library's folder. */
  at?: { file: string; line: number }
  /** What it changes, the first cases only. */
  changed: { case: string; part: string; reading: string; before: string; after: string }[]
  /** Names of pictures of a case, without the break and with it. */
  picture?: { case: string; before: string; after: string }
  /** The scenario that it changes, where it is of what the component does. */
  scenario?: string
  /** What would notice it. */
  proposal?: { part: string; reading: string; rules: RuleText[] }
}

/** How many of the breaks of one kind that change a part are noticed. */
export interface StrengthCell {
  part: string
  kind: BreakKind
  counted: number
  noticed: number
}

/** Whether a specification notices when its component breaks. */
export interface Strength {
  way: StrengthWay
  /** All breaks that were made. */
  breaks: number
  /** Those that change something. */
  counted: number
  noticed: number
  /** Those that change nothing anywhere. */
  idle: number
  /** Those that could not be tried. */
  failed: number
  cells: StrengthCell[]
  unnoticed: Unnoticed[]
  /** Rules that no break makes miss; only where they were looked for. `line` in the sheet. */
  untested?: { rule: number; line: number }[]
  notes: string[]
}

/** Noticed by counted, in per cent, rounded down; undefined where nothing is counted. */
export const percentOf = ({ counted, noticed }: Pick<Strength, 'counted' | 'noticed'>): number | undefined =>
  counted === 0 ? undefined : Math.floor((noticed / counted) * 100)

/** How many unnoticed breaks an expectation of a reading would notice, by `part|reading`. */
export function noticeable(unnoticed: readonly Pick<Unnoticed, 'proposal'>[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const { proposal } of unnoticed) {
    if (!proposal) continue
    const name = `${proposal.part}|${proposal.reading}`
    counts.set(name, (counts.get(name) ?? 0) + 1)
  }
  return counts
}
