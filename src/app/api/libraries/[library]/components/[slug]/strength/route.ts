import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

type Params = { params: Promise<{ library: string; slug: string }> }

const isThere = async (library: string, slug: string) =>
  (await (await workspace()).open(library))?.sheets.some((sheet) => sheet.slug === slug) ?? false

/** How the breaks of a component stand. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library, slug } = await params
  if (!(await isThere(library, slug))) return notFound(`component "${slug}"`)
  try {
    return answer(ROUTES.strength, await (await workspace()).strengths.of(library, slug))
  } catch (error) {
    return failed(error, 'It could not be read')
  }
})

/** Begins to break a component on purpose, or stops it. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  if (!(await isThere(library, slug))) return notFound(`component "${slug}"`)
  const body = await bodyOf(request, ROUTES.breakComponent)
  if ('refusal' in body) return body.refusal
  const { strengths } = await workspace()
  if (body.data.do === 'stop') await strengths.stop(library, slug)
  else strengths.start(library, slug, body.data.way)
  return answer(ROUTES.breakComponent, {})
})
