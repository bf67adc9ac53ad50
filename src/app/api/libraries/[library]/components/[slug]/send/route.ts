import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { sendComponent } from '@/server'

/** Copies a component into another library, or moves it there. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const body = await bodyOf(request, ROUTES.sendComponent)
    if ('refusal' in body) return body.refusal
    const isDone = await sendComponent(await workspace(), library, slug, body.data)
    return isDone ? answer(ROUTES.sendComponent, {}) : notFound(`component "${slug}", or such a library`)
  },
)
