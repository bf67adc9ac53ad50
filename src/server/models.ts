import type { BenchModel, BoardModel } from '@/contract'
import { describeProblem } from '@/core/problem'
import { benchModelOf, boardModelOf } from '@/models'
import type { Opened } from './Libraries'

/** All that the browser needs to show a stored component's cases live; or why it cannot be shown. */
export async function boardModel(opened: Opened, slug: string): Promise<{ model: BoardModel } | { problem: string }> {
  const sheet = opened.sheets.find((each) => each.slug === slug)
  if (!sheet) return { problem: `There is no component "${slug}".` }
  const made = await boardModelOf({ ...opened, fingerprint: opened.record.fingerprint }, sheet)
  return 'model' in made ? made : { problem: made.problems.map(describeProblem).join('\n') }
}

/** The same for its bench, with further components that somebody wants on it. */
export const benchModel = (
  opened: Opened,
  slug: string,
  more: readonly string[],
): Promise<{ model: BenchModel } | { problem: string }> =>
  benchModelOf({ ...opened, fingerprint: opened.record.fingerprint }, slug, more)
