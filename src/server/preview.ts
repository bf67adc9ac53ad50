import type { Preview } from '@/contract'
import { BadInput } from '@/core/problem'
import { withTexts } from '@/core/sheet'
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
  try {
    const lints = await opened.work.lint(sheet, library, opened.tokens)
    const made = await boardModelOf({ ...opened, library, fingerprint: opened.record.fingerprint }, sheet)
    return 'model' in made ? { model: made.model, problems: [], lints } : { problems: made.problems, lints }
  } catch (error) {
    // A file that is not read to its end.
    if (!(error instanceof BadInput)) throw error
    return { problems: [...error.problems], lints: [] }
  }
}
