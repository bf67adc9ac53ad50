import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'

/** What could be made of pasted or dropped files. Nothing is saved. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const { libraries, workshop } = await workspace()
  const opened = await libraries.open(library)
  if (!opened) return notFound(`library "${library}"`)
  const body = await bodyOf(request, ROUTES.bringIn)
  if ('refusal' in body) return body.refusal
  try {
    const taken = opened.sheets.map(({ slug }) => slug)
    const about = { tree: opened.library.tree, at: Object.keys(body.data.files)[0] ?? '' }
    return answer(ROUTES.bringIn, await workshop.do('propose', { dropped: body.data.files, taken }, about))
  } catch (error) {
    return Response.json({ problem: `Nothing could be made of this: ${(error as Error).message}` }, { status: 422 })
  }
})
