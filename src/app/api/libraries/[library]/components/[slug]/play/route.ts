import { ROUTES } from '@/contract'
import { answer, bodyOf, handled, notFound, workspace } from '@/app/_server'
import { BadInput } from '@/core/problem'
import { NoBrowser } from '@/runner'

/** Plays a scenario in a browser of the server, and gives back the film of it. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
    const body = await bodyOf(request, ROUTES.play)
    if ('refusal' in body) return body.refusal
    try {
      const film = await (await workspace()).plays.play(library, slug, body.data.texts, body.data.index)
      return film ? answer(ROUTES.play, film) : notFound('such scenario')
    } catch (error) {
      const isTold = error instanceof BadInput || error instanceof NoBrowser
      return Response.json(
        { problem: isTold ? error.message : `It could not be played: ${(error as Error).message}` },
        { status: 422 },
      )
    }
  },
)
