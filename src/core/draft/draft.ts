import { conditionOf, type WhenFile } from '../edit'
import { gridOf, type Grid } from '../grid'
import { groupBy } from '../group'
import type { Dimension } from '../matrix'
import { physical, SHORTHANDS } from '../css'
import { placeOfReading, type Survey } from '../survey'
import { fold, isWorthSaying } from './choose'
import { makeExplainer } from './explain'
import { solve, type Solved, type SolvedClaim, type Unsolved } from './solve'

/** A proposed spec: the smallest one that says of every reading it covers what was read in every case. */
export interface Draft {
  rules: readonly DraftRule[]
  /** Readings that vary or were set, of which nothing can be proposed. */
  left: readonly { part: string; reading: string; why: Unsolved }[]
}

export interface DraftRule {
  when: WhenFile
  claims: readonly DraftClaim[]
}

export interface DraftClaim {
  part: string
  reading: string
  expectation: string
  /** Other tokens, or the plain value, that are as true. */
  alternatives: readonly string[]
  /** Keys of the cases that it decides. */
  cases: readonly string[]
}

export interface DraftOptions {
  /** Readings to leave out, for instance those of which rules speak already. */
  skip?(part: string, reading: string): boolean
  /** Exactly these readings, whether or not they are worth a rule and without making shorthands of them. */
  only?(part: string, reading: string): boolean
  /** Cases of which something must be said of a reading; in the others it does not matter what. All, when left out. */
  cases?(part: string, reading: string, values: Readonly<Record<string, string>>): boolean
}

/** Proposes a spec from what was read of all cases. */
export function draftSpec(survey: Survey, dimensions: readonly Dimension[], options: DraftOptions = {}): Draft {
  const grid = gridOf(dimensions, survey.cases)
  const explainerOf = makeExplainer(survey)
  const answer = (reading: number) => solve(survey, grid, reading, explainerOf, options.cases)
  const byPart = groupBy(survey.readings.keys(), (reading) => survey.readings[reading]!.part)
  const solved: Solved[] = []
  const left: { reading: number; why: Unsolved }[] = []
  for (const readings of byPart.values()) {
    const wanted = readings.filter((reading) => isWanted(survey, reading, options))
    if (options.only) {
      for (const reading of wanted) {
        const each = answer(reading)
        if (typeof each === 'string') left.push({ reading, why: each })
        else solved.push(each)
      }
      continue
    }
    const folded = fold(survey, new Map(wanted.map((reading) => [survey.readings[reading]!.reading, reading])), answer)
    solved.push(...folded.solved)
    left.push(...folded.left)
  }
  return {
    rules: rulesOf(
      survey,
      grid,
      solved.sort((a, b) => a.reading - b.reading),
    ),
    left: left.map(({ reading, why }) => ({
      part: survey.readings[reading]!.part,
      reading: survey.readings[reading]!.reading,
      why,
    })),
  }
}

function isWanted(survey: Survey, reading: number, { skip, only }: DraftOptions): boolean {
  const { part, reading: name } = survey.readings[reading]!
  if (only) return only(part, name)
  if (skip?.(part, name) || repeatsPhysical(survey, reading)) return false
  return name in SHORTHANDS || isWorthSaying(survey, reading)
}

/** A logical property that reads in every case as its physical twin does: it would say the same again. */
function repeatsPhysical(survey: Survey, reading: number): boolean {
  const { part, reading: name } = survey.readings[reading]!
  const twin = physical(name) === name ? -1 : placeOfReading(survey, part, physical(name))
  return twin >= 0 && survey.readings[twin]!.declared && survey.cases.every(({ read }) => read[twin] === read[reading])
}

/** Claims under the same condition make one rule; plainer conditions come first. */
function rulesOf(survey: Survey, grid: Grid, solved: readonly Solved[]): DraftRule[] {
  const claims = solved.flatMap(({ reading, claims }) => claims.map((claim) => ({ reading, claim })))
  const groups = groupBy(claims, ({ claim }) => JSON.stringify(claim.region))
  return [...groups.values()]
    .map((group) => ({ region: group[0]!.claim.region, group }))
    .sort((a, b) => order(a.region, b.region))
    .map(({ region, group }) => ({
      when: whenOf(grid, region),
      claims: group.map(({ reading, claim: { expectation, alternatives, cases } }) => ({
        part: survey.readings[reading]!.part,
        reading: survey.readings[reading]!.reading,
        expectation,
        alternatives,
        cases: cases.map((one) => survey.cases[one]!.key),
      })),
    }))
}

type WholeRegion = SolvedClaim['region']

const named = (region: WholeRegion) => region.flatMap((places, dimension) => (places ? [{ dimension, places }] : []))

function order(a: WholeRegion, b: WholeRegion): number {
  const [left, right] = [named(a), named(b)]
  if (left.length !== right.length) return left.length - right.length
  for (const [at, { dimension, places }] of left.entries()) {
    const other = right[at]!
    if (dimension !== other.dimension) return dimension - other.dimension
    if (places[0] !== other.places[0]) return places[0]! - other.places[0]!
    if (places.length !== other.places.length) return places.length - other.places.length
  }
  return 0
}

/** A region as a condition. */
export function whenOf({ dimensions }: Pick<Grid, 'dimensions'>, region: WholeRegion): WhenFile {
  return Object.fromEntries(
    named(region).map(({ dimension, places }) => {
      const { name, values } = dimensions[dimension]!
      return [
        name,
        conditionOf(
          places.map((place) => values[place]!),
          values,
        ),
      ]
    }),
  )
}
