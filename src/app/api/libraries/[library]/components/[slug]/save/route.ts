import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { save } from '@/server'

type Params = { params: Promise<{ library: string; slug: string }> }

/** Saves texts of a component as a revision; tells conflicts and faults instead of overwriting or breaking anything. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const body = await bodyOf(request, ROUTES.save)
  if ('refusal' in body) return body.refusal
  if (!/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/.test(slug))
    return Response.json(
      { problem: `“${slug}” is no name of a component: small letters, digits and single hyphens.` },
      { status: 400 },
    )
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  return answer(ROUTES.save, await save(await workspace(), library, slug, body.data))
})
