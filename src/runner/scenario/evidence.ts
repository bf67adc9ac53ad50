import type { CheckResult } from '@/core/plan'
import { blame, placesOf } from '../blame'
import { decidingProperties } from '@/core/readings'
import { objectOf } from './StepJudge'
import type { PlayPage } from './PlayPage'
import type { PlaySetup } from './PlaySetup'

/** Adds to misses the declaration that made them, as long as the page stands as it was when they were read. */
export async function withOrigins(
  page: PlayPage,
  { component, originalPlace }: Pick<PlaySetup, 'component' | 'originalPlace'>,
  checks: readonly CheckResult[],
): Promise<CheckResult[]> {
  const missed = checks.some(({ verdict, reading }) => verdict === 'misses' && decidingProperties(reading).length > 0)
  if (!missed) return [...checks]
  await page.session.send('DOM.getDocument', { depth: 0 })
  return Promise.all(checks.map((check) => withOrigin(page, component, originalPlace, check)))
}

async function withOrigin(
  page: PlayPage,
  { parts }: PlaySetup['component'],
  originalPlace: PlaySetup['originalPlace'],
  check: CheckResult,
): Promise<CheckResult> {
  const properties = check.verdict === 'misses' ? decidingProperties(check.reading) : []
  const [, part = '', match] = /^([^[]+)(?:\[(\d+)\])?/.exec(check.part) ?? []
  const objectId = properties.length > 0 ? await objectOf(page, part, Number(match ?? 1)) : undefined
  if (!objectId) return check
  const { nodeId } = await page.session.send('DOM.requestNode', { objectId })
  const matched = await page.session.send('CSS.getMatchedStylesForNode', { nodeId })
  const origin = blame(
    matched,
    properties,
    parts[part]?.pseudo,
    placesOf({ originalPlace }, (id) => page.sheetUrl(id)),
  )
  return origin ? { ...check, origin } : check
}
