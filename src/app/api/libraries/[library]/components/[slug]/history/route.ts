import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, queryOf, workspace } from '@/app/_server'
import { goBack } from '@/server'
import { changesBetween, revisionTexts } from '@/store'

type Params = { params: Promise<{ library: string; slug: string }> }

/** What differs between two revisions, field by field. */
export const GET = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const query = queryOf(request, ROUTES.compareRevisions)
  if ('refusal' in query) return query.refusal
  const { from, to } = query.data
  const { db } = (await workspace()).link
  const [before, after] = await Promise.all([from, to].map((id) => revisionTexts(db, library, slug, id)))
  if (!before || !after) return notFound('revision of these numbers')
  const file = [...Object.keys(after), ...Object.keys(before)].find((path) => path.endsWith(`${slug}.sheet.yaml`)) ?? ''
  return answer(ROUTES.compareRevisions, { changes: changesBetween(file, before, after) })
})

/** Undoes, does again, or brings an earlier revision back. */
export const POST = handled(async (request: Request, { params }: Params) => {
  const { library, slug } = await params
  const body = await bodyOf(request, ROUTES.stepHistory)
  if ('refusal' in body) return body.refusal
  if (!(await (await workspace()).open(library))) return notFound(`library "${library}"`)
  return answer(ROUTES.stepHistory, await goBack(await workspace(), library, slug, body.data))
})
