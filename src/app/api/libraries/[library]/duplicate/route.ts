import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, nameTaken, notFound, workspace } from '@/app/_server'
import { duplicateLibrary } from '@/server'

/** Makes a copy of a library, which lives in the store. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.duplicateLibrary)
  if ('refusal' in body) return body.refusal
  const { name } = body.data
  const space = await workspace()
  if (!(await space.open(library))) return notFound(`library "${library}"`)
  return nameTaken(name, async () =>
    answer(ROUTES.duplicateLibrary, { id: await duplicateLibrary(space, library, name) }),
  )
})
