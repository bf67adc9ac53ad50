import type { BoardModel } from '@/contract'
import { coverSpace, spaceOf, type Space } from '@/core/matrix'
import { reachableOf } from '@/core/plan'
import type { Problem } from '@/core/problem'
import type { Sheet } from '@/core/sheet'
import { unsupportedKind } from '@/source'
import { sideEffectInTexts } from '@/stage'
import { coloursOf } from './colours'
import type { Readable } from './readable'

// Contexts beyond this many are not sent ahead: nobody lays so many side by side.
const MAX_CONTEXTS = 64

/** All that a browser needs to show a component's cases live; or why it cannot be shown. */
export async function boardModelOf(
  { library, tokens, fingerprint, work }: Readable,
  sheet: Sheet,
): Promise<{ model: BoardModel } | { problems: Problem[] }> {
  const unsupported = unsupportedKind(sheet)
  if (unsupported) return { problems: [{ file: sheet.file, line: 1, column: 1, message: unsupported }] }
  const { compiled, problems } = await work.compile(sheet, library)
  if (!compiled) return { problems }
  const space = spaceOf(sheet, library)
  const coverage = coverSpace(space, sheet.data.cover)
  const { isolate } = sheet.data.stage
  const isolated = isolate === 'yes' || (isolate === 'auto' && sideEffectInTexts(compiled.component) !== undefined)
  const contexts = contextsOf(space)
  const model: BoardModel = {
    slug: sheet.slug,
    name: sheet.data.name,
    about: sheet.data.about ?? '',
    fingerprint,
    component: { ...compiled.component, isolated },
    reachable: reachableOf(sheet),
    nested: library.sheets.filter(({ slug }) => slug in compiled.component.pieces).map(reachableOf),
    space,
    cases: coverage.kind === 'cases' ? coverage.cases.length : coverage.count,
    chosen:
      sheet.data.cover === 'all' ? undefined : coverage.kind === 'cases' ? coverage.cases.map(({ key }) => key) : [],
    canForceIsolation: isolate === 'auto',
    viewport: library.data.viewport,
    contexts: contexts.map((values) => ({ values, properties: tokens.customProperties(values) })),
    colours: coloursOf(tokens, contexts[0]),
    sheetFile: sheet.file,
  }
  return { model }
}

function contextsOf({ dimensions, fixed }: Space): Record<string, string>[] {
  let contexts: Record<string, string>[] = [fixed]
  for (const { kind, name, values } of dimensions) {
    if (kind === 'context')
      contexts = contexts.flatMap((context) => values.map((value) => ({ ...context, [name]: value })))
  }
  return contexts.slice(0, MAX_CONTEXTS)
}
