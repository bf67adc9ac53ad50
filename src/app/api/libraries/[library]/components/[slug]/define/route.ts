import { ROUTES } from '@/contract'
import { answer, definitionOf, notFound, openStored } from '@/app/_server'

type Params = { params: Promise<{ library: string; slug: string }> }

/** Everything that the Define view opens with. */
export async function GET(_: Request, { params }: Params) {
  const { library, slug } = await params
  const opened = await openStored(library)
  const definition = opened && (await definitionOf(opened, slug))
  return definition ? answer(ROUTES.define, definition) : notFound(`component "${slug}"`)
}
