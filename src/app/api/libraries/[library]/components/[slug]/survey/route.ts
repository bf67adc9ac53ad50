import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

/** What is read of a component in every case; `extra` names readings besides. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
    const body = await bodyOf(request, ROUTES.survey)
    if ('refusal' in body) return body.refusal
    try {
      const survey = await (await workspace()).surveys.of(library, slug, body.data.extra)
      return answer(ROUTES.survey, { survey, tolerance: opened.library.data.tolerance })
    } catch (error) {
      return failed(error, 'It could not be read')
    }
  },
)
