import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, queryOf, workspace } from '@/app/_server'
import { revisionModel } from '@/server'
import { setRevisionRemoved } from '@/store'

type Params = { params: Promise<{ library: string; slug: string }> }

/** A component as one of its revisions renders it. */
export const GET = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const query = queryOf(request, ROUTES.revisionModel)
  if ('refusal' in query) return query.refusal
  const made = await revisionModel(await workspace(), library, slug, query.data.id)
  return made ? answer(ROUTES.revisionModel, made) : notFound('revision of this number')
})

/** Takes a revision out of the history, or puts it back. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const body = await bodyOf(request, ROUTES.removeRevision)
  if ('refusal' in body) return body.refusal
  const { id, isRemoved } = body.data
  const about = { libraryId: library, slug, id }
  const isDone = await setRevisionRemoved((await workspace()).link, about, isRemoved ? new Date() : null)
  return isDone ? answer(ROUTES.removeRevision, {}) : notFound('earlier revision of this number')
})
