import { exists, makeCase, spaceOf, type Case, type Space } from '../matrix'
import { parseReading, type Reading, parsePartReference, type PartReference } from '../readings'
import { type Library, type Sheet } from '../sheet'
import {
  checksOf,
  comparesCases,
  whereOf,
  claimKey,
  makeCascade,
  onlyValue,
  partsOf,
  readRules,
  type Claim,
  type Resolution,
  type Rule,
} from '../spec'
import { othersOf, settingsOf, type Settings } from './settings'

/** One reading of one part that is to be taken. */
export interface Request {
  part: string
  target: PartReference
  reading: Reading
}

/** What is read and judged in a group of cases that the same rules match. */
export interface Profile {
  index: number
  requests: readonly Request[]
  /** What is judged; `request` is the place of its reading in `requests`. */
  claims: readonly { claim: Claim; request: number }[]
}

export interface PlannedCase extends Case {
  settings: Settings
  profile: number
  /** False for a case that is only read because another is compared with it. */
  judged: boolean
}

/** All that is to be done for one component. */
export interface Plan {
  sheet: Sheet
  space: Space
  cases: readonly PlannedCase[]
  profiles: readonly Profile[]
  rules: readonly Rule[]
  /** Readings that some rule compares between cases, by `requestKey`: they are taken in every case. */
  compared: ReadonlySet<string>
}

export const requestKey = ({ part, reading }: Pick<Request, 'part' | 'reading'>) => `${part}|${reading.text}`

/** Plans what is read and judged in `cases`; adds the cases that they are compared with. */
export function makePlan(sheet: Sheet, library: Pick<Library, 'data' | 'sheets'>, cases: readonly Case[]): Plan {
  const space = spaceOf(sheet, library)
  const { rules } = readRules(sheet, space.dimensions)
  const resolve = makeCascade(rules)
  const compared = comparedRequests(rules)
  const profiles: Profile[] = []
  const byResolution = new Map<Resolution, number>()
  const profileOf = (values: Readonly<Record<string, string>>): number => {
    const resolution = resolve(values)
    let index = byResolution.get(resolution)
    if (index === undefined) {
      index = profiles.length
      profiles.push(makeProfile(index, resolution, compared))
      byResolution.set(resolution, index)
    }
    return index
  }
  const others = othersOf(library.sheets)
  const planned = new Map<string, PlannedCase>()
  const add = (theCase: Case, judged: boolean) => {
    const known = planned.get(theCase.key)
    if (!known)
      planned.set(theCase.key, {
        ...theCase,
        settings: settingsOf(sheet, theCase.values, others),
        profile: profileOf(theCase.values),
        judged,
      })
  }
  for (const theCase of cases) add(theCase, true)
  for (const judged of compared.length > 0 ? [...planned.values()] : []) {
    for (const other of comparedCases(judged, profiles[judged.profile]!, space)) add(other, false)
  }
  return { sheet, space, cases: [...planned.values()], profiles, rules, compared: new Set(compared.map(requestKey)) }
}

/** What is read and judged in cases that the same rules match. `compared` is read besides. */
export function makeProfile(index: number, resolution: Resolution, compared: readonly Request[]): Profile {
  const requests: Request[] = []
  const places = new Map<string, number>()
  const place = (request: Request): number => {
    const key = requestKey(request)
    let at = places.get(key)
    if (at === undefined) {
      at = requests.push({ part: request.part, target: request.target, reading: request.reading }) - 1
      places.set(key, at)
    }
    return at
  }
  const claims = judgedClaims(resolution).map((claim) => ({ claim, request: place(claim) }))
  for (const { claim } of claims) {
    for (const part of partsOf(claim.expectation)) if (part.kind === 'reading') mentioned(part).forEach(place)
  }
  compared.forEach(place)
  return { index, requests, claims }
}

const tellsPresence = ({ reading: { name } }: Claim) => name === 'present' || name === 'count'

/** The claims that are judged where these rules match: those that ask for something, of parts that are to be there. */
export function judgedClaims(resolution: Resolution): Claim[] {
  const absent = absentParts(resolution)
  return [...resolution.values()].filter(
    (claim) =>
      claim.expectation.kind !== 'any' && (absent.size === 0 || !absent.has(claim.part) || tellsPresence(claim)),
  )
}

/** Parts of which the rules say that they are not there: their other expectations are lifted. */
function absentParts(resolution: Resolution): Set<string> {
  const absent = new Set<string>()
  for (const claim of resolution.values()) {
    if (!tellsPresence(claim)) continue
    const { expectation, reading, part } = claim
    const only = onlyValue(expectation)
    const text = only?.parts.length === 1 && only.parts[0]!.kind === 'text' ? only.parts[0]!.text : undefined
    if (
      (reading.name === 'present' && (text === 'no' || text === 'false')) ||
      (reading.name === 'count' && text === '0')
    )
      absent.add(part)
  }
  return absent
}

function mentioned({ part, reading: name }: { part: string; reading: string }): Request[] {
  const parsed = parseReading(name)
  return 'problem' in parsed ? [] : [{ part, target: parsePartReference(part), reading: parsed.reading }]
}

/** Readings that some rule compares between cases: they are taken in every case. */
function comparedRequests(rules: readonly Rule[]): Request[] {
  const requests = new Map<string, Request>()
  for (const claim of rules.flatMap(({ claims }) => claims)) {
    if (comparesCases(claim.expectation)) requests.set(claimKey(claim), claim)
  }
  return [...requests.values()]
}

/** The case in which `where` holds instead; undefined when there is none. */
export function comparedCase(theCase: Case, where: Readonly<Record<string, string>>, space: Space): Case | undefined {
  const own = Object.fromEntries(space.dimensions.map(({ name }) => [name, theCase.values[name]!]))
  const values = { ...own, ...where }
  const known = Object.entries(where).every(([name, value]) =>
    space.dimensions.find((other) => other.name === name)?.values.includes(value),
  )
  return known && exists(values, space) ? makeCase(values, space) : undefined
}

/** The keys of the cases that a case is compared with. */
export const comparedKeys = ({ profiles, space }: Pick<Plan, 'profiles' | 'space'>, planned: PlannedCase): string[] =>
  [...comparedCases(planned, profiles[planned.profile]!, space)].map(({ key }) => key)

function* comparedCases(planned: PlannedCase, profile: Profile, space: Space): Generator<Case> {
  for (const { claim } of profile.claims) {
    for (const check of checksOf(claim.expectation)) {
      const where = whereOf(check)
      const other = where && comparedCase(planned, where, space)
      if (other) yield other
    }
  }
}
