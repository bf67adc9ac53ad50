import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { takeOut } from '@/server'

/** Removes a component. Its revisions and its runs are kept. */
export const DELETE = handled(
  async (_: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const isDone = await takeOut(await workspace(), library, slug)
    return isDone ? answer(ROUTES.removeComponent, {}) : notFound(`component "${slug}"`)
  },
)
