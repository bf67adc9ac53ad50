import { ROUTES } from '@/contract'
import { answer, bodyOf, isOwn, notFound, refused, workspace } from '@/app/_server'

/** Starts a run of the library, or of the components named. */
export async function POST(request: Request, { params }: { params: Promise<{ library: string }> }) {
  if (!isOwn(request)) return refused()
  const { library } = await params
  const opened = await (await workspace()).open(library)
  if (!opened) return notFound(`library "${library}"`)
  const body = await bodyOf(request, ROUTES.startRun)
  if ('refusal' in body) return body.refusal
  const unknown = body.data.components?.find((slug) => !opened.sheets.some((sheet) => sheet.slug === slug))
  if (unknown !== undefined) return notFound(`component "${unknown}"`)
  return answer(ROUTES.startRun, { run: (await workspace()).runs.start(library, body.data.components) })
}
