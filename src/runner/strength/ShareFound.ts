import type { BreakKind, Strength, StrengthCell, StrengthWay, Unnoticed } from '@/core/breaks'
import type { PreparedComponent } from '../prepare'

/** What became of one break. Plain data. */
export interface TrialFound {
  /** Among all of the component's. */
  place: number
  kind: BreakKind
  /** Empty where it changes none. */
  part: string
  /** It changes something. */
  isCounted: boolean
  isNoticed: boolean
  hasFailed: boolean
  /** What is told of it where nothing noticed it. */
  unnoticed?: Unnoticed
}

/** What a share of a component's breaks came to. Plain data. */
export interface ShareFound {
  trials: TrialFound[]
  /** Rules that no break of the share made miss, where that was looked for, by their places in the sheet. */
  untested?: number[]
  notes: string[]
  /** What it shows, as PNG, by name. */
  pictures: [name: string, png: Uint8Array][]
  /** Why it could not be broken; the next time it may be. */
  lost?: string
}

/** What breaking a component came to, by what its shares came to. */
export function joinShares(
  shares: readonly Pick<ShareFound, 'trials' | 'untested' | 'notes'>[],
  { plan }: PreparedComponent,
  way: StrengthWay,
): Strength {
  const all = shares.flatMap(({ trials }) => trials).sort((a, b) => a.place - b.place)
  const counted = all.filter(({ isCounted }) => isCounted)
  const failed = all.filter(({ hasFailed }) => hasFailed).length
  const [first = [], ...others] = shares.map(({ untested }) => untested ?? [])
  const untested = first.filter((rule) => others.every((other) => other.includes(rule)))
  return {
    way,
    breaks: all.length,
    counted: counted.length,
    noticed: counted.filter(({ isNoticed }) => isNoticed).length,
    idle: all.length - counted.length - failed,
    failed,
    cells: cellsOf(counted),
    unnoticed: all.flatMap(({ unnoticed }) => (unnoticed ? [unnoticed] : [])),
    ...(way === 'full' && { untested: untested.map((rule) => ({ rule, line: plan.rules[rule]!.line })) }),
    notes: [...new Set(shares.flatMap(({ notes }) => notes))],
  }
}

function cellsOf(counted: readonly TrialFound[]): StrengthCell[] {
  const cells = new Map<string, StrengthCell>()
  for (const { kind, part, isNoticed } of counted) {
    const cell = cells.get(`${part}|${kind}`) ?? { part, kind, counted: 0, noticed: 0 }
    cell.counted++
    if (isNoticed) cell.noticed++
    cells.set(`${part}|${kind}`, cell)
  }
  return [...cells.values()]
}
