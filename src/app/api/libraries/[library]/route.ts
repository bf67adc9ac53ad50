import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'

/** Removes a library from all lists. Nothing of it is deleted. */
export const DELETE = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const isDone = await (await workspace()).remove(library)
  return isDone ? answer(ROUTES.removeLibrary, {}) : notFound(`library "${library}"`)
})
