import { ROUTES } from '@/contract'
import { answer, handled, notFound, workspace } from '@/app/_server'
import { componentStates, pictureCounts } from '@/server'

/** How each component of a library stands after its last run, with the mark of every case. */
export const GET = handled(async (_: Request, { params }: { params: Promise<{ library: string }> }) => {
  const { library } = await params
  const states = await componentStates(await workspace(), library)
  if (!states) return notFound(`library "${library}"`)
  const { runs } = await workspace()
  const left = await runs.unfinished(library)
  const unfinished = left ? { run: left.id, state: left.state, whole: left.whole.length } : null
  const pictures = (await pictureCounts(await workspace(), library)) ?? null
  return answer(ROUTES.states, { going: runs.going(library) ?? null, ...states, unfinished, pictures })
})
