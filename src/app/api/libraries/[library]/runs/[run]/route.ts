import { ROUTES } from '@/contract'
import { answer, handled, workspace } from '@/app/_server'

/** Goes on with a run that ended before it was through, where it was. */
export const POST = handled(async (_: Request, { params }: { params: Promise<{ library: string; run: string }> }) => {
  const { library, run } = await params
  const resumed = await (await workspace()).runs.resume(run, library)
  if (resumed !== undefined) return answer(ROUTES.resumeRun, { run: resumed })
  const problem =
    'This run cannot be taken up again: the library has changed since, or another run came after it. Start a new one.'
  return Response.json({ problem }, { status: 409 })
})
