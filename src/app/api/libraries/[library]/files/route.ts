import { ROUTES } from '@/contract'
import { answer, handled, notFound, queryOf, workspace } from '@/app/_server'
import { textOf } from '@/core/sheet'

/** The text of one of a library's files: `?path=`. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const query = queryOf(request, ROUTES.file)
  if ('refusal' in query) return query.refusal
  const { path } = query.data
  const opened = await (await workspace()).open(library)
  const text = opened && textOf(opened.library.tree, path)
  return text === undefined ? notFound(`file "${path}"`) : answer(ROUTES.file, { text })
})
