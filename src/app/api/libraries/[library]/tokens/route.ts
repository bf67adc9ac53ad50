import type { z } from 'zod'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { editTokens, restructureTokens, stepTokens, tokensModel, type Workspace } from '@/server'
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
    await changed(await workspace(), library, data)
    return answer(ROUTES.changeTokens, {})
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})

type Given = z.output<(typeof ROUTES.changeTokens)['given']>

function changed(space: Workspace, library: string, data: Given): Promise<void> {
  switch (data.do) {
    case 'save':
      return editTokens(space, library, data.edits)
    case 'undo':
    case 'redo':
      return stepTokens(space, library, data.do)
    default:
      return restructureTokens(space, library, data)
  }
}
