import { kindOf } from '@/core/sheet'
import type { BenchModel } from '@/contract'
import { benchSheetOf, benchSlugs } from '@/core/bench'
import { othersOf } from '@/core/plan'
import { describeProblem } from '@/core/problem'
import { tokenContexts } from '@/core/tokens'
import { unsupportedKind } from '@/source'
import type { Readable } from './readable'

/**
 * All that a page needs to show a component on the bench; or why it cannot be shown.
 * @param more components that somebody wants to put into its slots, besides those that they accept
 */
export async function benchModelOf(
  { library, tokens, fingerprint, work }: Readable,
  slug: string,
  more: readonly string[] = [],
): Promise<{ model: BenchModel } | { problem: string }> {
  const sheet = library.sheets.find((each) => each.slug === slug)
  if (!sheet) return { problem: `There is no component "${slug}".` }
  const unsupported = unsupportedKind(sheet)
  if (unsupported) return { problem: unsupported }
  const nested = benchSlugs(sheet, othersOf(library.sheets), more)
  const { compiled, problems } = await work.compile(sheet, library, { more: nested })
  if (!compiled) return { problem: problems.map(describeProblem).join('\n') }
  const onBench = library.sheets.filter((each) => each.slug === slug || nested.has(each.slug))
  const contexts = tokenContexts(tokens)
  return {
    model: {
      slug,
      name: sheet.data.name,
      fingerprint,
      component: { ...compiled.component, isolated: true },
      sheets: onBench.map(benchSheetOf),
      others: library.sheets
        .filter((each) => !onBench.includes(each) && kindOf(each.data.source).isRendered)
        .map((each) => ({ slug: each.slug, name: each.data.name })),
      contexts: library.data.contexts,
      tokens: contexts.map((values) => ({ values, properties: tokens.customProperties(values) })),
      colours: tokens
        .list(contexts[0] ?? {})
        .filter(({ type }) => type === 'color')
        .map(({ path, property }) => ({ path: path.replace(/\.\$root$/, ''), property })),
      viewport: library.data.viewport,
      events: Object.keys(sheet.data.events),
    },
  }
}
