import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { propose } from '@/source'

/** What could be made of pasted or dropped files. Nothing is saved. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const opened = await (await workspace()).open(library)
  if (!opened) return notFound(`library "${library}"`)
  const body = await bodyOf(request, ROUTES.bringIn)
  if ('refusal' in body) return body.refusal
  try {
    return answer(
      ROUTES.bringIn,
      await propose(
        body.data.files,
        opened.sheets.map(({ slug }) => slug),
        opened.library.tree,
      ),
    )
  } catch (error) {
    return Response.json({ problem: `Nothing could be made of this: ${(error as Error).message}` }, { status: 422 })
  }
})
