import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { renameComponent } from '@/server'

/** Gives a component another name in files and addresses. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const body = await bodyOf(request, ROUTES.renameComponent)
    if ('refusal' in body) return body.refusal
    const { to } = body.data
    const isDone = await renameComponent(await workspace(), library, slug, to)
    return isDone ? answer(ROUTES.renameComponent, { slug: to }) : notFound(`component "${slug}"`)
  },
)
