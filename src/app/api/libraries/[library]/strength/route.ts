import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

type Params = { params: Promise<{ library: string }> }

/** How the breaks of all components of a library stand. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library } = await params
  const space = await workspace()
  if (!(await space.open(library))) return notFound(`library "${library}"`)
  try {
    return answer(ROUTES.libraryStrength, await space.strengths.ofAll(library))
  } catch (error) {
    return failed(error, 'It could not be read')
  }
})

/** Begins to break all components of a library on purpose, or stops it. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library } = await params
  const space = await workspace()
  if (!(await space.open(library))) return notFound(`library "${library}"`)
  const body = await bodyOf(request, ROUTES.breakComponents)
  if ('refusal' in body) return body.refusal
  if (body.data.do === 'stop') await space.strengths.stopAll(library)
  else await space.strengths.startAll(library, body.data.way)
  return answer(ROUTES.breakComponents, {})
})
