import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'

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
