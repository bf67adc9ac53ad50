import type { BenchModel, BoardModel } from '@/contract'
import { describeProblem, type Problem } from '@/core/problem'
import { benchModelOf, boardModelOf } from '@/models'
import type { Opened } from './Libraries'

const wordsOf = (problems: readonly Problem[]) => problems.map(describeProblem).join('\n')

/** All that the browser needs to show a stored component's cases live; or why it cannot be shown. */
export async function boardModel(opened: Opened, slug: string): Promise<{ model: BoardModel } | { problem: string }> {
  const sheet = opened.sheets.find((each) => each.slug === slug)
  if (!sheet) return { problem: wordsOf(opened.faults.get(slug) ?? []) || `There is no component "${slug}".` }
  const made = await boardModelOf({ ...opened, fingerprint: opened.record.fingerprint }, sheet)
  return 'model' in made ? made : { problem: wordsOf(made.problems) }
}

/** The same for its bench, with further components that somebody wants on it. */
export const benchModel = (
  opened: Opened,
  slug: string,
  more: readonly string[],
): Promise<{ model: BenchModel } | { problem: string }> =>
  benchModelOf({ ...opened, fingerprint: opened.record.fingerprint }, slug, more)
