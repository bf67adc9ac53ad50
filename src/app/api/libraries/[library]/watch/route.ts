import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'

/** Verifies a linked library whenever its folder changes, or no more. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.watch)
  if ('refusal' in body) return body.refusal
  const own = await workspace()
  const opened = await own.open(library)
  if (!opened) return notFound(`library "${library}"`)
  if (opened.record.folder === undefined)
    return Response.json({ problem: 'Only a library that is linked to a folder can be watched.' }, { status: 422 })
  own.watching.set(library, body.data.isWatched)
  return answer(ROUTES.watch, {})
})
