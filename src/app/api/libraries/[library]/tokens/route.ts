import {
  answer,
  bodyOf,
  editTokens,
  isOwn,
  notFound,
  openStored,
  refused,
  stepTokens,
  tokensModel,
} from '@/app/_server'
import { ROUTES } from '@/contract'

type Params = { params: Promise<{ library: string }> }

/** A library's tokens, in every context, with where they are used. */
export async function GET(_: Request, { params }: Params) {
  const { library } = await params
  const model = await tokensModel(library)
  return model ? answer(ROUTES.tokens, model) : notFound(`library "${library}"`)
}

/** Changes tokens, or steps through their history. */
export async function PUT(request: Request, { params }: Params) {
  if (!isOwn(request)) return refused()
  const { library } = await params
  const body = await bodyOf(request, ROUTES.changeTokens)
  if ('refusal' in body) return body.refusal
  if (!(await openStored(library))) return notFound(`library "${library}"`)
  const { data } = body
  try {
    if (data.do === 'save') await editTokens(library, data.edits)
    else await stepTokens(library, data.do)
    return answer(ROUTES.changeTokens, {})
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
}
