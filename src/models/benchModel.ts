import { kindOf } from '@/core/sheet'
import type { BenchModel } from '@/contract'
import { benchSheetOf, benchSlugs } from '@/core/bench'
import { othersOf } from '@/core/plan'
import { describeProblem } from '@/core/problem'
import { tokenContexts } from '@/core/tokens'
import { unsupportedKind } from '@/source'
import { coloursOf } from './colours'
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
      colours: coloursOf(tokens, contexts[0]),
      styledBy: styledBy(compiled.component, tokens.list(contexts[0] ?? {})),
      viewport: library.data.viewport,
      events: Object.keys(sheet.data.events),
    },
  }
}

/** Paths of the tokens whose custom properties stand in the component's own styles. */
function styledBy(
  { sheets }: Pick<BenchModel['component'], 'sheets'>,
  tokens: readonly { path: string; property: string }[],
): string[] {
  const own = sheets.filter(({ of }) => of === 'own').map(({ text }) => text)
  const named = new Set(own.flatMap((text) => text.match(/--[\w-]+/g) ?? []))
  return tokens.filter(({ property }) => named.has(property)).map(({ path }) => path.replace(/\.\$root$/, ''))
}
