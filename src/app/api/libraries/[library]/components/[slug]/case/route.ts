import { ROUTES } from '@/contract'
import { answer, bodyOf, failed, handled, notFound, workspace } from '@/app/_server'

/** Tests one case; nothing of it is kept. */
export const POST = handled(
  async (request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) => {
    const { library, slug } = await params
    const opened = await (await workspace()).open(library)
    if (!opened?.sheets.some((sheet) => sheet.slug === slug)) return notFound(`component "${slug}"`)
    const body = await bodyOf(request, ROUTES.tryCase)
    if ('refusal' in body) return body.refusal
    try {
      const result = await (await workspace()).surveys.tryCase(library, slug, body.data.key)
      return result
        ? answer(ROUTES.tryCase, { ...result, checks: [...result.checks] })
        : notFound(`case "${body.data.key}"`)
    } catch (error) {
      return failed(error, 'It could not be tested')
    }
  },
)
