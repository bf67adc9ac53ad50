import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { setTrust } from '@/store'

/** Remembers whether the PostCSS configuration of a linked folder may run. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.trust)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  await setTrust((await workspace()).link, library, body.data.trust)
  return answer(ROUTES.trust, {})
})
