import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

/** Plays a scenario in a browser of the server, and gives back the film of it. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
    const body = await bodyOf(request, ROUTES.play)
    if ('refusal' in body) return body.refusal
    try {
      const film = await (await workspace()).plays.play(library, slug, body.data)
      return film ? answer(ROUTES.play, film) : notFound('such scenario')
    } catch (error) {
      return failed(error, 'It could not be played')
    }
  },
)
