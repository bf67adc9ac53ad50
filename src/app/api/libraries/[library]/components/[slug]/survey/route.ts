import { z } from 'zod'
import { notFound, openStored, surveyOf } from '@/app/_server'
import { BadInput } from '@/core/problem'
import { NoBrowser } from '@/runner'

const extraSchema = z.array(z.object({ part: z.string().max(100), reading: z.string().max(200) })).max(500)

/** What is read of a component in every case; `extra` names readings besides, as JSON. */
export async function GET(request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) {
  const { library, slug } = await params
  const opened = await openStored(library)
  if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
  try {
    const extra = extraSchema.parse(JSON.parse(new URL(request.url).searchParams.get('extra') ?? '[]'))
    return Response.json({ survey: await surveyOf(library, slug, extra), tolerance: opened.library.data.tolerance })
  } catch (error) {
    const isTold = error instanceof BadInput || error instanceof NoBrowser
    return Response.json(
      { problem: isTold ? error.message : `It could not be read: ${(error as Error).message}` },
      { status: 422 },
    )
  }
}
