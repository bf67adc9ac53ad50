import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { changeSettings, librarySettings, stepSettings } from '@/server'

type Params = { params: Promise<{ library: string }> }

/** What a library's own file says. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library } = await params
  const settings = await librarySettings(await workspace(), library)
  return settings ? answer(ROUTES.settings, settings) : notFound(`library "${library}"`)
})

/** Changes what it says, or steps through the history of that. */
export const PUT = handled(async (request: Request, { params }: Params) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.changeSettings)
  if ('refusal' in body) return body.refusal
  const space = await workspace()
  if (!(await space.open(library))) return notFound(`library "${library}"`)
  const { data } = body
  try {
    await (data.do === 'set' ? changeSettings(space, library, data.to) : stepSettings(space, library, data.do))
    return answer(ROUTES.changeSettings, {})
  } catch (error) {
    return Response.json({ problem: (error as Error).message }, { status: 422 })
  }
})
