import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, nameTaken, workspace } from '@/app/_server'
import { makeLibrary } from '@/server'

/** Makes a library: an empty one, or one that begins as a copy of the demo library. */
export const POST = handled(async (request: Request) => {
  const body = await bodyOf(request, ROUTES.newLibrary)
  if ('refusal' in body) return body.refusal
  const { name, from } = body.data
  return nameTaken(name, async () =>
    answer(ROUTES.newLibrary, { id: await makeLibrary(await workspace(), name, from) }),
  )
})
