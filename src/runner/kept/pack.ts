import type { Lint } from '@/core/lint'
import type { CaseResult, CheckResult } from '@/core/plan'
import { packResults, unpackResults, type PackedPictures, type PictureResult } from '@/core/picture'
import type { ScenarioResult } from '@/core/scenario'
import type { KeptReadings } from '../cases'
import { unzip, zip } from './zipped'

/** What a component's cases came to. */
export interface KeptCases {
  /** When the run began that found it, ISO 8601. */
  since: string
  results: readonly CaseResult[]
  /** Lints that only a run can find. */
  lints: readonly Lint[]
  notes: readonly string[]
  /** Left out where the component has none. */
  pictures?: readonly PictureResult[]
}

/** What a scenario came to. */
export interface KeptScenario {
  since: string
  result: ScenarioResult
}

interface PackedCases extends Pick<KeptCases, 'since' | 'lints' | 'notes'> {
  /** Most cases share what their checks came to: each once. */
  checks: CheckResult[]
  cases: [key: string, values: CaseResult['values'], checks: number[]][]
  pictures?: PackedPictures
}

export function packCases({ results, pictures, ...about }: KeptCases): Uint8Array {
  const checks: CheckResult[] = []
  const byObject = new Map<CheckResult, number>()
  const byText = new Map<string, number>()
  const placeOf = (check: CheckResult): number => {
    let at = byObject.get(check)
    if (at !== undefined) return at
    const text = JSON.stringify(check)
    at = byText.get(text)
    if (at === undefined) byText.set(text, (at = checks.push(check) - 1))
    byObject.set(check, at)
    return at
  }
  const cases = results.map(({ key, values, checks: own }): PackedCases['cases'][number] => [
    key,
    values,
    own.map(placeOf),
  ])
  const packed = pictures && { pictures: packResults(pictures) }
  return zip({ ...about, checks, cases, ...packed } satisfies PackedCases)
}

/** @returns undefined for bytes that were not packed so */
export function unpackCases(bytes: Uint8Array): KeptCases | undefined {
  const packed = unzip(bytes) as PackedCases | undefined
  if (!Array.isArray(packed?.cases) || !Array.isArray(packed.checks)) return undefined
  const { cases, checks, pictures, ...about } = packed
  return {
    ...about,
    ...(pictures && { pictures: unpackResults(pictures) }),
    results: cases.map(([key, values, own]) => ({ key, values, checks: own.map((at) => checks[at]!) })),
  }
}

/** What was read of a component. */
export interface NamedReadings {
  /** By what the results are kept that came of it. */
  of: string
  readings: KeptReadings
}

export const packReadings = (kept: NamedReadings): Uint8Array => zip(kept)

/** @returns undefined for bytes that were not packed so */
export function unpackReadings(bytes: Uint8Array): NamedReadings | undefined {
  const kept = unzip(bytes) as NamedReadings | undefined
  return typeof kept?.of === 'string' && Array.isArray(kept.readings?.judges) ? kept : undefined
}

export const packScenario = (kept: KeptScenario): Uint8Array => zip(kept)

/** @returns undefined for bytes that were not packed so */
export function unpackScenario(bytes: Uint8Array): KeptScenario | undefined {
  const kept = unzip(bytes) as KeptScenario | undefined
  return typeof kept?.result?.name === 'string' ? kept : undefined
}
