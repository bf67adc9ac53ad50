import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { boardModel } from '@/server'

/** What the browser needs to show a component's cases live. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
  const { library, slug } = await params
  const opened = await (await workspace()).open(library)
  if (!opened) return notFound(`library "${library}"`)
  const made = await boardModel(opened, slug)
  return 'model' in made ? answer(ROUTES.board, made.model) : Response.json(made, { status: 422 })
})
