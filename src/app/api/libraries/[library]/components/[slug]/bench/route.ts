import { ROUTES } from '@/contract'
import { answer, handled, notFound, queryOf, workspace } from '@/app/_server'
import { benchModel } from '@/server'

/** What the browser needs to show a component on the bench; `?with=a,b` puts further components on it. */
export const GET = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened) return notFound(`library "${library}"`)
    const query = queryOf(request, ROUTES.bench)
    if ('refusal' in query) return query.refusal
    const more = (query.data.with ?? '').split(',').filter(Boolean)
    const made = await benchModel(opened, slug, more)
    return 'model' in made ? answer(ROUTES.bench, made.model) : Response.json(made, { status: 422 })
  },
)
