import type { Preview } from '@/contract'
import { BadInput } from '@/core/problem'
import { textOf, withTexts } from '@/core/sheet'
import { boardModelOf } from '@/models'
import type { Opened } from './Libraries'

/** How a component looks with other texts than the saved ones. What cannot be read comes back as problems. */
export async function previewOf(opened: Opened, slug: string, texts: Texts): Promise<Preview> {
  const { library, problems } = withTexts(opened.library, withSheet(opened, slug, texts))
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

type Texts = Readonly<Record<string, string | null>>

/** What is wrong with a sheet may be gone with another text of it, or of a file that it names: it is read again in any case. */
function withSheet({ faults, fileOf, library: { tree } }: Opened, slug: string, texts: Texts): Texts {
  const file = fileOf(slug)
  const isKnown = !faults.has(slug) || file === undefined || file in texts
  return isKnown ? texts : { ...texts, [file]: textOf(tree, file) ?? '' }
}
