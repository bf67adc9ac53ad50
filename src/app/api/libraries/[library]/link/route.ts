import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'

/** Links a library to a folder on this machine, or lets it live in the store alone. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.link)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  await (await workspace()).links.link(library, body.data.folder)
  return answer(ROUTES.link, {})
})
