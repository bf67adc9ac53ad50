import type { Readings, Request } from '@/core/plan'
import { MATCH_SEPARATOR } from '@/core/readings'
import type { StageComponent, StageReadings } from '@/stage'
import { readAccessibility } from './accessibility'
import type { AccessibilityOf } from './PageNodes'
import type { ReadablePage } from './ReadablePage'
import { askedPseudos, needsAccessibility } from './referredParts'
import { toStageRequest } from './stageRequest'

/**
 * Reads what is asked of the cases of a page. The nodes of `referredParts` must be known.
 * @param profiles what is read, by profile
 * @param profileOf the profile of each case
 * @returns the readings of each case
 */
export async function readCases(
  page: ReadablePage,
  parts: StageComponent['parts'],
  profiles: readonly (readonly Request[])[],
  profileOf: readonly number[],
): Promise<Readings[]> {
  const requests = profiles.flat()
  const boxes = await page.nodes.pseudoBoxes(askedPseudos(parts, requests))
  const read = await page.read(
    profiles.map((profile) => profile.map(toStageRequest)),
    [...profileOf],
    boxes,
  )
  const nodeOf = needsAccessibility(requests) ? await page.nodes.accessibility() : () => undefined
  return profileOf.map((profile, at) => readingsOf(read, at, profiles[profile]!, nodeOf))
}

function readingsOf(
  { cases, texts, reasons }: StageReadings,
  at: number,
  requests: readonly Request[],
  nodeOf: AccessibilityOf,
): Readings {
  const numbers = cases[at]!
  return (request) => {
    const number = numbers[request]!
    if (number < 0) return { unread: reasons[-1 - number]! }
    const text = texts[number]!
    const { origin, name } = requests[request]!.reading
    if (origin !== 'accessibility') return { text }
    // The page tells the reference numbers only.
    const nodes = text.split(MATCH_SEPARATOR).map((reference) => nodeOf(Number(reference)))
    return { text: nodes.map((node) => readAccessibility(node, name)).join(MATCH_SEPARATOR) }
  }
}
