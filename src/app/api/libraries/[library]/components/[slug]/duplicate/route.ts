import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { duplicateComponent } from '@/server'

/** Makes a copy of a component, with files of its own. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const body = await bodyOf(request, ROUTES.duplicateComponent)
    if ('refusal' in body) return body.refusal
    const { to } = body.data
    const isDone = await duplicateComponent(await workspace(), library, slug, to)
    return isDone ? answer(ROUTES.duplicateComponent, { slug: to }) : notFound(`component "${slug}"`)
  },
)
