import { benchModel, notFound, openStored } from '@/app/_server'

/** What the browser needs to show a component on the bench; `?with=a,b` puts further components on it. */
export async function GET(request: Request, { params }: { params: Promise<{ library: string; slug: string }> }) {
  const { library, slug } = await params
  const opened = await openStored(library)
  if (!opened) return notFound(`library "${library}"`)
  const more = (new URL(request.url).searchParams.get('with') ?? '').split(',').filter(Boolean)
  const made = await benchModel(opened, slug, more)
  return 'model' in made ? Response.json(made.model) : Response.json(made, { status: 422 })
}
