import { ROUTES } from '@/contract'
import { answer, componentStates, goingRun, notFound } from '@/app/_server'

/** How each component of a library stands after its last run, with the mark of every case. */
export async function GET(_: Request, { params }: { params: Promise<{ library: string }> }) {
  const { library } = await params
  const components = await componentStates(library)
  if (!components) return notFound(`library "${library}"`)
  return answer(ROUTES.states, { going: goingRun(library) ?? null, components })
}
