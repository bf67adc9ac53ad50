import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { bringBack } from '@/server'

/** Brings a component back that was removed. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
  const { library, slug } = await params
  const isDone = await bringBack(await workspace(), library, slug)
  return isDone ? answer(ROUTES.bringBackComponent, {}) : notFound(`removed component "${slug}"`)
})
