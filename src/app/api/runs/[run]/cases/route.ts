import { ROUTES } from '@/contract'
import { answer, handled, notFound, queryOf, workspace } from '@/app/_server'
import { caseChecks } from '@/store'

/** All that a run read in one case: `?slug=&key=`. */
export const GET = handled(async (request: Request, { params }: { params: Promise<{ run: string }> }) => {
  const { run } = await params
  const query = queryOf(request, ROUTES.caseChecks)
  if ('refusal' in query) return query.refusal
  const { slug, key } = query.data
  const { db } = (await workspace()).link
  const found = await caseChecks(db, run, slug, key)
  return found ? answer(ROUTES.caseChecks, found) : notFound('reading of this case')
})
