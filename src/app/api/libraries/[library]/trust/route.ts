import { ROUTES } from '@/contract'
import { answer, bodyOf, isOwn, notFound, refused, workspace } from '@/app/_server'
import { setTrust } from '@/store'

/** Remembers whether the PostCSS configuration of a linked folder may run. */
export async function POST(request: Request, { params }: { params: Promise<{ library: string }> }) {
  if (!isOwn(request)) return refused()
  const { library } = await params
  const body = await bodyOf(request, ROUTES.trust)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  await setTrust((await workspace()).link, library, body.data.trust)
  return answer(ROUTES.trust, {})
}
