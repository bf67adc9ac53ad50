import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { tryTokens } from '@/server'
import { ROUTES } from '@/contract'

/** What a change of tokens would do, by rendering it. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.tryTokens)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  try {
    return answer(ROUTES.tryTokens, await tryTokens(await workspace(), library, body.data.edits, request.signal))
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
