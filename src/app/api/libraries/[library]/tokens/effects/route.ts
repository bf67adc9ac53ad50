import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { tokenEffects } from '@/server'
import { ROUTES } from '@/contract'

/** What a change of tokens would do, by its values alone. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.foresee)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  try {
    return answer(ROUTES.foresee, await tokenEffects(await workspace(), library, body.data.edits))
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
