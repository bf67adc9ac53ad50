import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

/** What is seen of a case that real input brings about. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
    const body = await bodyOf(request, ROUTES.still)
    if ('refusal' in body) return body.refusal
    try {
      const still = await (await workspace()).plays.still(library, slug, body.data.key)
      return still ? answer(ROUTES.still, still) : notFound(`case "${body.data.key}"`)
    } catch (error) {
      return failed(error, 'It could not be brought about')
    }
  },
)
