import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { renameLibrary } from '@/server'

/** Gives a library another name. */
export const PUT = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const body = await bodyOf(request, ROUTES.renameLibrary)
  if ('refusal' in body) return body.refusal
  const space = await workspace()
  if (!(await space.open(library))) return notFound(`library "${library}"`)
  await renameLibrary(space, library, body.data.name)
  return answer(ROUTES.renameLibrary, {})
})

/** Removes a library from all lists. Nothing of it is deleted. */
export const DELETE = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const isDone = await (await workspace()).remove(library)
  return isDone ? answer(ROUTES.removeLibrary, {}) : notFound(`library "${library}"`)
})
