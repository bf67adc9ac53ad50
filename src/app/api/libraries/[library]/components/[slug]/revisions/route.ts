import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { setRevisionRemoved } from '@/store'

/** Takes a revision out of the history, or puts it back. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const body = await bodyOf(request, ROUTES.removeRevision)
    if ('refusal' in body) return body.refusal
    const { id, isRemoved } = body.data
    const about = { libraryId: library, slug, id }
    const isDone = await setRevisionRemoved((await workspace()).link, about, isRemoved ? new Date() : null)
    return isDone ? answer(ROUTES.removeRevision, {}) : notFound('earlier revision of this number')
  },
)
