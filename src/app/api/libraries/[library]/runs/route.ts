import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, queryOf, workspace } from '@/app/_server'
import { limitRuns, runList } from '@/server'

/** Starts a run of the library, or of the components named. */
export const POST = handled(async (request: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const opened = await (await workspace()).open(library)
  if (!opened) return notFound(`library "${library}"`)
  const body = await bodyOf(request, ROUTES.startRun)
  if ('refusal' in body) return body.refusal
  const unknown = body.data.components?.find((slug) => !opened.sheets.some((sheet) => sheet.slug === slug))
  if (unknown !== undefined) return notFound(`component "${unknown}"`)
  return answer(ROUTES.startRun, {
    run: (await workspace()).runs.start(library, body.data.components, body.data.fresh),
  })
})

type Of = { params: Promise<{ library: string }> }

/** All runs of the library: `?component=` of one of its components. */
export const GET = handled(async (request: Request, { params }: Of) => {
  const query = queryOf(request, ROUTES.runList)
  if ('refusal' in query) return query.refusal
  return answer(ROUTES.runList, await runList(await workspace(), (await params).library, query.data.component))
})

/** Says how many runs are kept. */
export const PUT = handled(async (request: Request, { params }: Of) => {
  const body = await bodyOf(request, ROUTES.limitRuns)
  if ('refusal' in body) return body.refusal
  return answer(ROUTES.limitRuns, {
    deleted: await limitRuns(await workspace(), (await params).library, body.data.limit),
  })
})
