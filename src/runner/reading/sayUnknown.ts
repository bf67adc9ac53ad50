import type { Said, StageReadings, StageRequest } from '@/stage'

/**
 * Fills in the properties that the browser knows nothing of: what a custom element defines itself is known to its own world only, and
 * is what the component says.
 * @param say asks the component's world; null where a part is not there
 */
export async function sayUnknown(
  readings: StageReadings,
  profiles: readonly (readonly StageRequest[])[],
  profileOf: readonly number[],
  say: (asked: readonly Said[]) => Promise<(string | null)[]>,
): Promise<StageReadings> {
  const { unknown } = readings
  if (unknown.length === 0) return readings
  const said = await say(
    unknown.map(([caseIndex, request]): Said => {
      const { part, index, argument } = profiles[profileOf[caseIndex]!]![request]!
      return { caseIndex, part, index, property: argument! }
    }),
  )
  const texts = [...readings.texts]
  const cases = readings.cases.map((numbers) => [...numbers])
  unknown.forEach(([caseIndex, request], at) => {
    const text = said[at]
    if (typeof text === 'string') cases[caseIndex]![request] = texts.push(text) - 1
  })
  return { ...readings, texts, cases, unknown: [] }
}
