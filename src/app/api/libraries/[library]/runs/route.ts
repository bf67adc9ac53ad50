import { bodyOf, isOwn, notFound, openStored, refused, startRun } from '@/app/_server'
import { z } from 'zod'

const bodySchema = z.object({ components: z.array(z.string()).min(1).optional() })

/** Starts a run of the library, or of the components named. */
export async function POST(request: Request, { params }: { params: Promise<{ library: string }> }) {
  if (!isOwn(request)) return refused()
  const { library } = await params
  const opened = await openStored(library)
  if (!opened) return notFound(`library "${library}"`)
  const body = await bodyOf(request, bodySchema)
  if ('refusal' in body) return body.refusal
  const unknown = body.data.components?.find((slug) => !opened.sheets.some((sheet) => sheet.slug === slug))
  if (unknown !== undefined) return notFound(`component "${unknown}"`)
  return Response.json({ run: await startRun(library, body.data.components) })
}
