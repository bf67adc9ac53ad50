import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { editTokens, stepTokens, tokensModel } from '@/server'
import { ROUTES } from '@/contract'

type Params = { params: Promise<{ library: string }> }

/** A library's tokens, in every context, with where they are used. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library } = await params
  const model = await tokensModel(await workspace(), library)
  return model ? answer(ROUTES.tokens, model) : notFound(`library "${library}"`)
})

/** Changes tokens, or steps through their history. */
export const PUT = handled(async (request: Request, { params }: Params) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.changeTokens)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  const { data } = body
  try {
    if (data.do === 'save') await editTokens(await workspace(), library, data.edits)
    else await stepTokens(await workspace(), library, data.do)
    return answer(ROUTES.changeTokens, {})
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
