import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { definitionOf } from '@/server'

type Params = { params: Promise<{ library: string; slug: string }> }

/** Everything that the Define view opens with. */
export const GET = handled(async (_: Request, { params }: Params) => {
  const { library, slug } = await params
  const opened = await (await workspace()).open(library)
  const definition = opened && (await definitionOf(await workspace(), opened, slug))
  return definition ? answer(ROUTES.define, definition) : notFound(`component "${slug}"`)
})
