import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { previewOf } from '@/server'
import { dropDraft, keepDraft } from '@/store'

type Params = { params: Promise<{ library: string; slug: string }> }

/** How the component looks with texts that are not saved. What is typed is kept, so that a closed tab loses nothing. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const body = await bodyOf(request, ROUTES.preview)
  if ('refusal' in body) return body.refusal
  const { texts, drafts, drop, tab, base } = body.data
  const link = (await workspace()).link
  for (const path of drafts) {
    const text = texts[path]
    if (typeof text === 'string') await keepDraft(link, { libraryId: library, slug, path, tab, base, text })
  }
  for (const { path, tab: of } of drop) await dropDraft(link, library, path, of)
  const opened = await (await workspace()).open(library)
  return opened ? answer(ROUTES.preview, await previewOf(opened, slug, texts)) : notFound(`library "${library}"`)
})
