import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { findable } from '@/server'

/** All that can be found in a library, and in the documentation. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const entries = await findable(await workspace(), library)
  return entries ? answer(ROUTES.search, [...entries]) : notFound(`library "${library}"`)
})
