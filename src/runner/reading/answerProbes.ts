import type { ContextJudge, PlannedCase, Readings } from '@/core/plan'
import { parsePartReference } from '@/core/readings'
import type { ReadablePage } from './ReadablePage'

/**
 * Has the browser compute the expected values that only it can compute, for all cases at once.
 * @param cases those of the page, in their order
 * @param asked places of those that are judged. @defaultValue all
 * @returns whether some of them hang on the case in which they were computed
 */
export async function answerProbes(
  page: ReadablePage,
  judge: ContextJudge,
  cases: readonly PlannedCase[],
  readings: readonly Readings[],
  asked: Iterable<number> = cases.keys(),
): Promise<{ arePlaced: boolean }> {
  const probes = [...asked].flatMap((at) => [...judge.probes(cases[at]!, readings[at]!)])
  const list = [...new Map(probes.map((probe) => [probe.key, probe])).values()]
  if (list.length === 0) return { arePlaced: false }
  const indexOf = new Map(cases.map(({ key }, at) => [key, at]))
  const answers = await page.probe(
    list.map(({ probe, caseKey }) => ({
      ...probe,
      part: probe.part && parsePartReference(probe.part).part,
      caseIndex: caseKey === undefined ? undefined : indexOf.get(caseKey),
    })),
  )
  list.forEach(({ key }, at) => judge.answer(key, answers[at]!))
  return { arePlaced: list.some(({ caseKey }) => caseKey !== undefined) }
}
