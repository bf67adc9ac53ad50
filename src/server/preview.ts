import type { Preview } from '@/contract'
import { lintSheet } from '@/core/lint'
import { withTexts } from '@/core/sheet'
import { codePropsOf } from '@/source'
import { boardModelOf } from '@/models'
import type { Opened } from './Libraries'

/** How a component looks with other texts than the saved ones. What cannot be read comes back as problems. */
export async function previewOf(
  opened: Opened,
  slug: string,
  texts: Readonly<Record<string, string | null>>,
): Promise<Preview> {
  const { library, problems } = withTexts(opened.library, texts)
  const sheet = library.sheets.find((each) => each.slug === slug)
  if (!sheet || problems.length > 0) return { problems, lints: [] }
  const lints = lintSheet(sheet, library, opened.tokens, await codePropsOf(sheet, library.tree))
  const made = await boardModelOf({ ...opened, library, fingerprint: opened.record.fingerprint }, sheet)
  return 'model' in made ? { model: made.model, problems: [], lints } : { problems: made.problems, lints }
}
