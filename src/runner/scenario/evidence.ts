import type { CheckResult } from '@/core/plan'
import { decidingProperties, winningDeclaration } from '../origins'
import { objectOf } from './Look'
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
  const found = winningDeclaration(matched, properties, parts[part]?.pseudo)
  const url = found?.styleSheetId === undefined ? undefined : page.sheetUrl(found.styleSheetId)
  const place = found && url ? originalPlace(url, found.line! + 1, found.column! + 1) : undefined
  if (!found || !place) return check
  return { ...check, origin: { file: place.file, line: place.line, declaration: found.text.replace(/;$/, '') } }
}
