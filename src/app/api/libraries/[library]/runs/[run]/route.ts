import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, queryOf, workspace } from '@/app/_server'
import { runDetail } from '@/server'
import { deleteRun, setRunKept } from '@/store'

type Of = { params: Promise<{ library: string; run: string }> }

/** Goes on with a run that ended before it was through, where it was. */
export const POST = handled(async (_: Request, { params }: Of) => {
  const { library, run } = await params
  const resumed = await (await workspace()).runs.resume(run, library)
  if (resumed !== undefined) return answer(ROUTES.resumeRun, { run: resumed })
  const problem =
    'This run cannot be taken up again: the library has changed since, or another run came after it. Start a new one.'
  return Response.json({ problem }, { status: 409 })
})

/** What a run has found: `?with=` another, what is otherwise than in that; `?component=` of one component. */
export const GET = handled(async (request: Request, { params }: Of) => {
  const { library, run } = await params
  const query = queryOf(request, ROUTES.runDetail)
  if ('refusal' in query) return query.refusal
  const found = await runDetail(await workspace(), library, run, query.data)
  return found ? answer(ROUTES.runDetail, found) : notFound('run: it may have been deleted')
})

/** Keeps a run for good, or no more. */
export const PUT = handled(async (request: Request, { params }: Of) => {
  const { library, run } = await params
  const body = await bodyOf(request, ROUTES.keepRun)
  if ('refusal' in body) return body.refusal
  const isDone = await setRunKept((await workspace()).link, { libraryId: library, id: run }, body.data.isKept)
  return isDone ? answer(ROUTES.keepRun, {}) : notFound('run: it may have been deleted')
})

/** Deletes a run. */
export const DELETE = handled(async (_: Request, { params }: Of) => {
  const { library, run } = await params
  const isDone = await deleteRun((await workspace()).link, { libraryId: library, id: run })
  return isDone
    ? answer(ROUTES.deleteRun, {})
    : notFound('run that could be deleted: it goes on, or is deleted already')
})
