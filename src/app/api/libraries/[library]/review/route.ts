import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { ROUTES } from '@/contract'
import { approvePictures, refuse, review, stepApprovals, unrefuse } from '@/server'

type Params = { params: Promise<{ library: string }> }

/** What of a library's pictures is to be decided. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library } = await params
  const found = await review(await workspace(), library)
  return found ? answer(ROUTES.review, found) : notFound(`library "${library}"`)
})

/** Approves or refuses pictures, or steps through what was approved. */
export const PUT = handled(async (request: Request, { params }: Params) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.decide)
  if ('refusal' in body) return body.refusal
  const own = await workspace()
  if (!(await own.open(library))) return notFound(`library "${library}"`)
  const { data } = body
  try {
    if (data.do === 'approve') await approvePictures(own, library, data.pictures, data.note)
    else if (data.do === 'refuse') await refuse(own, library, data.pictures, data.note)
    else if (data.do === 'unrefuse') await unrefuse(own, library, data.pictures)
    else await stepApprovals(own, library, data.do)
    return answer(ROUTES.decide, {})
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
