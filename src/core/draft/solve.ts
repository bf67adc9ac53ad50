import { allBits, casesIn, hasBit, weightOf, type Grid } from '../grid'
import { MATCH_SEPARATOR } from '../readings'
import type { Survey } from '../survey'
import { cascadeOf, type Acceptable } from './cascadeOf'
import type { Explain } from './explain'
import { reduce } from './reduce'

/** What is proposed for one reading of one part. */
export interface Solved {
  reading: number
  claims: readonly SolvedClaim[]
}

export interface SolvedClaim {
  /** Of each dimension of the whole grid the places of the allowed values; undefined where it is free. */
  region: readonly (readonly number[] | undefined)[]
  expectation: string
  /** Other names that are as true wherever this claim decides. */
  alternatives: readonly string[]
  /** The cases that it decides, by place. */
  cases: readonly number[]
}

/** Why nothing is proposed for a reading. */
export type Unsolved = 'never read' | 'no way to write it' | 'its matches differ from one another'

/** The fewest claims that say of one reading what was read in every case. */
export function solve(
  survey: Survey,
  grid: Grid,
  reading: number,
  explainerOf: (reading: string) => Explain,
  isAsked: (part: string, reading: string, values: Readonly<Record<string, string>>) => boolean = () => true,
): Solved | Unsolved {
  const { part, reading: name } = survey.readings[reading]!
  const explain = explainerOf(name)
  const labels = new Map<string, number>()
  const known = new Map<number, readonly number[]>()
  const contexts = survey.contexts.length
  const acceptable: (readonly number[])[] = []
  for (const surveyed of survey.cases) {
    const place = surveyed.read[reading]!
    if (place < 0 || !isAsked(part, name, surveyed.values)) {
      acceptable.push(NOTHING)
      continue
    }
    const key = place * contexts + surveyed.context
    let named = known.get(key)
    if (!named) {
      const text = shared(survey.texts[place]!)
      if (text === undefined) return 'its matches differ from one another'
      named = explain(text, surveyed.context).map((label) => {
        if (!labels.has(label)) labels.set(label, labels.size)
        return labels.get(label)!
      })
      if (named.length === 0) return 'no way to write it'
      known.set(key, named)
    }
    acceptable.push(named)
  }
  if (known.size === 0) return 'never read'
  return { reading, claims: claimsOf(grid, acceptable, [...labels.keys()], survey) }
}

/** What all matches of a part read; undefined where they differ. */
function shared(text: string): string | undefined {
  const [first, ...others] = text.split(MATCH_SEPARATOR)
  return others.every((each) => each === first) ? first : undefined
}

const NOTHING: readonly number[] = []

function claimsOf(grid: Grid, acceptable: Acceptable, names: readonly string[], survey: Survey): SolvedClaim[] {
  const reduced = reduce(grid, acceptable)
  const layers = cascadeOf(reduced.grid, reduced.acceptable, reduced.placeOf[0])
  const winners = winnersOf(reduced.grid, layers)
  const cases: number[][] = layers.map(() => [])
  const common: (readonly number[] | undefined)[] = layers.map(() => undefined)
  for (let one = 0; one < survey.cases.length; one++) {
    const winner = winners[reduced.placeOf[one]!]!
    if (acceptable[one]!.length === 0) continue
    cases[winner]!.push(one)
    const shared = common[winner]
    if (shared !== acceptable[one])
      common[winner] = shared ? shared.filter((label) => acceptable[one]!.includes(label)) : acceptable[one]!
  }
  return layers.map(({ region, label }, at) => ({
    region: grid.dimensions.map((_, dimension) => {
      const place = reduced.dimensions.indexOf(dimension)
      return place < 0 ? undefined : region[place]
    }),
    expectation: names[label]!,
    alternatives: (common[at] ?? []).filter((each) => each !== label).map((each) => names[each]!),
    cases: cases[at]!,
  }))
}

/** Which layer decides in each place: the heaviest, of equally heavy ones the later. */
function winnersOf(grid: Grid, layers: readonly { region: SolvedClaim['region'] }[]): Int32Array {
  const winners = new Int32Array(grid.size).fill(-1)
  const ordered = layers.map(({ region }, at) => ({
    at,
    weight: weightOf(region),
    cases: casesIn(grid, region, allBits(grid.size)),
  }))
  for (const { at, cases } of ordered.sort((a, b) => a.weight - b.weight || a.at - b.at))
    for (let one = 0; one < grid.size; one++) if (hasBit(cases, one)) winners[one] = at
  return winners
}
