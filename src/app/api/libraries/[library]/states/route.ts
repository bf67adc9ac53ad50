import { componentStates, goingRun, notFound } from '@/app/_server'
import type { LibraryStates } from '@/ui/live'

/** How each component of a library stands after its last run, with the mark of every case. */
export async function GET(_: Request, { params }: { params: Promise<{ library: string }> }) {
  const { library } = await params
  const components = await componentStates(library)
  if (!components) return notFound(`library "${library}"`)
  return Response.json({ going: goingRun(library) ?? null, components } satisfies LibraryStates)
}
